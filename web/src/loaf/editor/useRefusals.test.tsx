import { act, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import type { Problem } from "../../api/types";
import { SelectField, TextField } from "../../ui/plainFields";
import { RefusalContext } from "../../ui/refusal";
import { useRefusals } from "./useRefusals";

const low = {
	code: "pour.low",
	field: "work.0.to_mm",
	value: "3",
	limit: "too low",
	remedy: "Raise it",
} as Problem;
const wide = { ...low, code: "embed.wide", field: "embeds.0", limit: "too wide", remedy: "Make it narrower" };

const started = () =>
	renderHook(({ problems }: { problems: readonly Problem[] }) => useRefusals(problems), {
		initialProps: { problems: [] as readonly Problem[] },
	});

it("lays a problem at the control that was changed when it came up, and leaves it there", () => {
	const { result, rerender } = started();
	act(() => {
		result.current.touch("level");
		result.current.edited();
	});
	rerender({ problems: [low] });
	expect(result.current.of("level")).toBe("Too low. Raise it");
	act(() => {
		result.current.touch("width");
		result.current.edited();
	});
	rerender({ problems: [low, wide] });
	expect(result.current.of("level")).toBe("Too low. Raise it");
	expect(result.current.of("width")).toBe("Too wide. Make it narrower");
	rerender({ problems: [wide] });
	expect(result.current.of("level")).toBeUndefined();
	rerender({ problems: [] });
	expect(result.current.of("width")).toBeUndefined();
});

it("lays what came of dragging at no control", () => {
	const { result, rerender } = started();
	act(() => {
		result.current.touch("level");
		result.current.edited();
		result.current.edited();
	});
	rerender({ problems: [wide] });
	expect(result.current.of("level")).toBeUndefined();
});

it("is told by the control itself, to who sees it and who does not", () => {
	let control = "";
	const touch = (id: string) => {
		control = id;
	};
	const field = (said: boolean) => (
		<RefusalContext value={{ touch, of: (id) => (said && id === control ? "too low. Raise it" : undefined) }}>
			<TextField label="Level" value="3" onChange={() => {}} />
			<SelectField label="Shape" value="round" options={[["round", "Round"]]} onChange={() => {}} />
		</RefusalContext>
	);
	const { rerender } = render(field(false));
	const level = screen.getByLabelText("Level");
	fireEvent.change(level, { target: { value: "2" } });
	rerender(field(true));
	expect(level.getAttribute("aria-invalid")).toBe("true");
	expect(document.getElementById(level.getAttribute("aria-describedby") ?? "")?.textContent).toBe(
		"too low. Raise it",
	);
	expect(screen.getByLabelText("Shape").getAttribute("aria-invalid")).toBeNull();
});
