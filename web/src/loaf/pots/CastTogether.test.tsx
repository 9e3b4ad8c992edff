import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Loaf, Pot } from "../../api/types";
import { UnitsProvider } from "../../ui/UnitsContext";

const edit = vi.hoisted(() => vi.fn());
const editor = vi.hoisted(() => ({ document: {} as unknown, live: {} as unknown }));
vi.mock("../editor/EditorContext", () => ({ useEditor: () => ({ ...editor, edit }) }));

import { CannotWeigh } from "./CannotWeigh";
import { CastTogether } from "./CastTogether";

const pot = (id: string, formula = "f", casts = [id]) => ({
	id: `pot-${id}`,
	formula,
	casts: casts.map((cast) => ({
		id: `cast-${cast}`,
		name: cast.toUpperCase(),
		thing: cast.toUpperCase(),
		together: `cast-${cast}`,
		kind: "column",
		bowls: [],
	})),
});
const face = { step_g: 5, unit: "g", unit_g: 1, digits: 0 };
const scales = { main: face, fine: face, offered: [face, { ...face, step_g: 1 }] };

function stands(pots: unknown[], batches: unknown[] = []) {
	editor.document = { formulas: [{ id: "f" }, { id: "g" }], batches };
	editor.live = { plan: { pots, scales } };
}

/** The document after the last change. */
function changed(): Loaf {
	const [make] = edit.mock.lastCall as [(loaf: Loaf) => Loaf];
	return make(editor.document as Loaf);
}
const casts = () => (changed().batches ?? []).map((batch) => batch.casts);

beforeEach(() => edit.mockReset());
afterEach(cleanup);

describe("what is mixed once", () => {
	it("is offered where two castings are of one formula, and not where they differ", () => {
		stands([pot("a", "f"), pot("b", "g")]);
		const { container } = render(<CastTogether />);
		expect(container.textContent).toBe("");
		cleanup();
		stands([pot("a"), pot("b", "g"), pot("c")]);
		render(<CastTogether />);
		fireEvent.click(screen.getByRole("button", { name: "Cast 2 of one formula together" }));
		expect(casts()).toEqual([["cast-a", "cast-c"]]);
	});
	it("takes in what is ticked and lets go of what is not", () => {
		stands(
			[pot("batch", "f", ["a", "b"]), pot("c"), pot("d", "g")],
			[{ id: "x", name: "Small", casts: ["cast-a", "cast-b"] }],
		);
		render(<CastTogether />);
		expect(screen.getAllByRole("checkbox").map((box) => (box as HTMLInputElement).checked)).toEqual([
			true,
			true,
			false,
		]);
		fireEvent.click(screen.getByLabelText("C"));
		expect(casts()).toEqual([["cast-a", "cast-b", "cast-c"]]);
		fireEvent.click(screen.getByLabelText("A"));
		expect(casts()).toEqual([]);
		fireEvent.change(screen.getByLabelText("Batch"), { target: { value: "Buds" } });
		expect(changed().batches?.[0]?.name).toBe("Buds");
	});
	it("says so when nothing of it is cast any more", () => {
		stands([pot("c")], [{ id: "x", name: "Small", casts: ["cast-a", "cast-b"] }]);
		render(<CastTogether />);
		expect(screen.getByText(/Nothing of it is cast any more/)).toBeTruthy();
		fireEvent.click(screen.getByRole("button", { name: "Let the batch go" }));
		expect(casts()).toEqual([]);
	});
});

describe("a pot that the scale cannot weigh", () => {
	const why: NonNullable<Pot["unweighable"]> = {
		step_g: 5,
		more_g: 12,
		finer_step_g: 1,
		with_pots: [{ id: "pot-b", name: "Branches" }],
	};
	const shown = () =>
		render(
			<UnitsProvider>
				<CannotWeigh pot="pot-a" name="Arms" why={why} />
			</UnitsProvider>,
		);
	it("offers each way out as one press", () => {
		stands([pot("a"), pot("b", "f", ["b", "c"])]);
		(editor.document as Loaf).sizing = { more: [] } as unknown as Loaf["sizing"];
		shown();
		fireEvent.click(screen.getByRole("button", { name: "Mix 12 g more batter" }));
		expect(changed().sizing.more).toEqual([{ pot: "pot-a", grams: 12 }]);
		fireEvent.click(screen.getByRole("button", { name: "Weigh this loaf on a scale of 1 g" }));
		expect(changed().sizing.scale_step_g).toBe(1);
		fireEvent.click(screen.getByRole("button", { name: "Cast it together with Branches" }));
		expect(casts()).toEqual([["cast-a", "cast-b", "cast-c"]]);
	});
});
