import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { WantedBy } from "./WantedBy";

afterEach(cleanup);

const shown = (ready: string | null) => {
	const onTake = vi.fn();
	const { container } = render(<WantedBy order="Tea house" on="2026-12-12" ready={ready} onTake={onTake} />);
	return { onTake, text: container.textContent };
};

it("offers the order’s day where the loaf has none, or a later one", () => {
	for (const ready of [null, "2026-12-20"]) {
		const { onTake, text } = shown(ready);
		expect(text).toMatch(/“Tea house” wants it on .*12 December/);
		fireEvent.click(screen.getByRole("button", { name: "Be ready by then" }));
		expect(onTake).toHaveBeenCalledWith("2026-12-12");
		cleanup();
	}
});

it("only says so where the loaf is ready by then anyway", () => {
	shown("2026-12-12");
	expect(screen.queryByRole("button")).toBeNull();
});
