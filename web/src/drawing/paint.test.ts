import { describe, expect, it } from "vitest";
import type { Loaf, LoafPlan, Piece } from "../api/types";
import { outlinePath } from "./outlinePath";
import { fillOf, lookOf, paintOf } from "./paint";
import { pieceLooks } from "./pieceLook";
import type { Scale } from "./scale";

const loaf = {
	mould: { length_mm: 200 },
	colours: [
		{ id: "sea", srgb: "#112233" },
		{ id: "new", srgb: "#445566" },
	],
	pieces: [{ id: "shell", colour: "new" }],
	work: [
		{
			do: "pour",
			id: "p",
			name: "Tide",
			colours: [{ colour: "sea", percent: 100 }],
			pieces: [{ pieces: "shell", count: 20 }],
		},
		{ do: "press", id: "in", pieces: "shell", count: 10, sunk_percent: 50 },
	],
	frosting: { base: { thick_mm: 4, colours: [{ colour: "new", percent: 100 }] } },
} as unknown as Loaf;
const plan = {
	level_mm: 60,
	colours: [
		{ id: "sea", forecast: {}, shown: "#0f2030" },
		{ id: "new", forecast: null, shown: "#999999" },
	],
	layers: [{ pour: "p", low_mm: 0, high_mm: 60 }],
	fills: [
		{ ref: "p", in_face: [{ pieces: "shell", wide_mm: 20, count: 2 }] },
		{ ref: "in", in_face: [{ pieces: "shell", wide_mm: 20, count: 1 }] },
	],
	top: {
		middle: {
			y: 100,
			crown: [
				[-40, 1],
				[0, 5.5],
				[40, 1],
			],
			bumps: [],
		},
	},
} as unknown as LoafPlan;

describe("paintOf", () => {
	const paint = paintOf(loaf, plan);

	it("shows what is forecast, and the wish where nothing is", () => {
		expect(paint.colour("sea")).toBe("#0f2030");
		expect(paint.colour("new")).toBe("#445566");
		expect(paint.colour("gone")).toBe("#cccccc");
	});

	it("strews as many pieces as the plan says a face meets", () => {
		const [specks] = paint.layers[0]?.specks ?? [];
		expect(specks).toEqual({ srgb: "#445566", size: 20, count: 2 });
		expect(paint.pressed).toEqual([{ srgb: "#445566", size: 20, count: 1, sunk: 0.5 }]);
	});

	it("raises the top as the plan says it stands there", () => {
		expect(lookOf(paint, plan, []).top?.crown).toEqual(plan.top.middle.crown);
		expect(lookOf(paint, plan, []).top?.coat).toEqual({ mm: 4, shares: [{ srgb: "#445566", percent: 100 }] });
	});
});

describe("fills and outlines", () => {
	it("one colour is plain, several are a pattern, none is grey", () => {
		const red = { srgb: "#ff0000", percent: 50 };
		expect(fillOf([red], "mix")).toBe("#ff0000");
		expect(fillOf([red, red], "mix")).toBe("url(#mix)");
		expect(fillOf([], "mix")).toBe("#cccccc");
	});

	it("an outline and its holes are one path, moved together", () => {
		const scale = { x: (mm: number) => 2 * mm, y: (mm: number) => 100 - 2 * mm, pxPerMm: 2 } as Scale;
		const ring = [
			[0, 0],
			[10, 0],
			[0, 10],
		];
		expect(outlinePath(ring, [], scale, 1, 5)).toBe("M2.00 90.00L22.00 90.00L2.00 70.00Z");
		expect(outlinePath(ring, [ring], scale)).toBe(
			"M0.00 100.00L20.00 100.00L0.00 80.00ZM0.00 100.00L20.00 100.00L0.00 80.00Z",
		);
	});

	it("a figure is drawn after what surrounds it", () => {
		const figure = { outline: [[1, 1]], holes: [], colour: "new" };
		const piece = { outline: [[0, 0]], holes: [], colour: "sea", bands: [], figure } as unknown as Piece;
		const colour = (id: string) => `of ${id}`;
		expect(pieceLooks(piece, colour).map((look) => look.colour)).toEqual(["of sea", "of new"]);
		expect(pieceLooks({ ...piece, figure: null } as Piece, colour)).toHaveLength(1);
	});
	it("shows the bands of several colours, unless its face is a picture already", () => {
		const part = { outline: [[1, 1]], holes: [] };
		const bands = [
			{ colour: "sea", parts: [part] },
			{ colour: "sand", parts: [part, part] },
		];
		const piece = { outline: [[0, 0]], holes: [], colour: "old", bands, figure: null } as unknown as Piece;
		const colour = (id: string) => `of ${id}`;
		const drawn = pieceLooks(piece, colour).map((look) => look.colour);
		expect(drawn).toEqual(["of sea", "of sea", "of sand", "of sand"]);
		expect(pieceLooks(piece, colour, true).map((look) => look.colour)).toEqual(["none"]);
	});
});
