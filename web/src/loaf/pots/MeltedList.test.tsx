import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { UnitsProvider } from "../../ui/UnitsContext";

const editor = vi.hoisted(() => ({ melted: [] as unknown[] }));
const face = (digits: number) => ({ unit: "g", unit_g: 1, digits });
vi.mock("../editor/EditorContext", () => ({
	useEditor: () => ({
		live: { of: {}, plan: { melted: editor.melted, scales: { main: face(0), fine: face(2) } } },
	}),
}));
vi.mock("../../drawing/paint", () => ({ paintOf: () => ({ colour: () => "#cfe4f4" }) }));

import { MeltedList } from "./MeltedList";

const jar = (name: string, grams: number, times: number) => ({ key: name, name, grams, times });
const cast = {
	id: "cast-lamp",
	name: "Lamp",
	colour: "ice",
	base: "melt",
	base_name: "Melt-and-pour base, clear",
	ml: 220,
	grams: 250,
	colourants: [jar("Blue", 0.5, 1), jar("White", 0.4, 10)],
	thinned: [],
	around: "Heart",
};
const shown = () =>
	render(
		<UnitsProvider>
			<MeltedList />
		</UnitsProvider>,
	);

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("what is melted and poured", () => {
	it("is not there where nothing is", () => {
		editor.melted = [];
		expect(shown().container.textContent).toBe("");
	});
	it("tells the base on the scale, what goes in and what it is poured around, with its caution", () => {
		editor.melted = [cast, { ...cast, id: "cast-pin", name: "Pin", colourants: [], around: null }];
		shown();
		const [lamp, pin] = screen.getAllByRole("row");
		expect(lamp?.textContent).toContain("Lamp, around Heart");
		expect(lamp?.textContent).toContain("to fill 220 ml; 0.50 g of Blue; 0.40 g of White, thinned 1 in 10");
		expect(lamp?.textContent).toMatch(/250 g$/);
		expect(pin?.textContent).not.toContain("around");
		expect(screen.getByText(/burns as oil does/)).toBeTruthy();
	});
	it("tells volumes in the units in use, and weights as the scale shows them", () => {
		localStorage.setItem("archtop.units", "us");
		editor.melted = [cast];
		shown();
		expect(screen.getByRole("row").textContent).toContain("to fill 7.4 fl oz");
		expect(screen.getByRole("row").textContent).toMatch(/250 g$/);
	});
});
