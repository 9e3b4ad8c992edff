import { describe, expect, it } from "vitest";
import type { Loaf, LoafPlan } from "../api/types";
import { axisDays, dayShare } from "../loaf/schedule/axis";
import { drawnPieces } from "../loaf/section/drawnPieces";
import { bodyCorners, wallAt } from "./face";
import { fillOf, paintOf } from "./paint";

const leaning = [
	[-40, 0],
	[40, 0],
	[46, 60],
	[-46, 60],
];

describe("a face", () => {
	it("has its wall where the mould's outline has it", () => {
		expect(wallAt(leaning, 0)).toBe(40);
		expect(wallAt(leaning, 30)).toBe(43);
		expect(wallAt(leaning, 60)).toBe(46);
	});

	it("is cut off at the level", () => {
		expect(bodyCorners(leaning, 30)).toEqual([
			[-40, 0],
			[40, 0],
			[43, 30],
			[-43, 30],
		]);
	});
});

describe("a mould that is no box", () => {
	const diamond = [
		[0, 0],
		[30, 30],
		[0, 60],
		[-30, 30],
	];
	it("has its wall where its outline is", () => {
		expect([0, 15, 30, 45].map((z) => wallAt(diamond, z))).toEqual([0, 15, 30, 15]);
	});
	it("is cut off at the level too", () => {
		expect(bodyCorners(diamond, 45)).toEqual([
			[0, 0],
			[30, 30],
			[15, 45],
			[-15, 45],
			[-30, 30],
		]);
	});
});

const colour = (id: string, srgb: string) => ({ id, name: id, srgb, colourants: [] });
const document = {
	colours: [colour("made", "#111111"), colour("wished", "#222222"), colour("new", "#333333")],
	embeds: [{ id: "rod", across_mm: 5, from_mm: 10, up_mm: 30 }],
	mould: { length_mm: 200 },
	pieces: [{ id: "bit", colour: "made" }],
	work: [
		{
			do: "pour",
			id: "p",
			name: "Pour",
			to_mm: 50,
			colours: [{ colour: "made", percent: 100 }],
			pieces: [{ pieces: "bit", count: 60 }],
		},
	],
} as unknown as Loaf;
const plan = {
	colours: [
		{ id: "made", shown: "#abcdef", forecast: {} },
		{ id: "wished", shown: "#222222", forecast: null },
	],
	layers: [{ pour: "p", low_mm: 0, high_mm: 50 }],
	embeds: [{ id: "rod" }, { id: "gone" }],
	fills: [{ ref: "p", in_face: [{ pieces: "bit", wide_mm: 10, count: 3 }] }],
} as unknown as LoafPlan;

describe("paint", () => {
	it("shows a colour as forecast once it is made, and as wished for until then", () => {
		const paint = paintOf(document, plan);
		expect(["made", "wished", "new", "none"].map(paint.colour)).toEqual([
			"#abcdef",
			"#222222",
			"#333333",
			"#cccccc",
		]);
		expect(paint.layers[0]).toMatchObject({
			name: "Pour",
			low: 0,
			high: 50,
			shares: [{ srgb: "#abcdef", percent: 100 }],
		});
	});

	it("shows as many small pieces as the plan says a cut meets", () => {
		expect(paintOf(document, plan).layers[0]?.specks).toEqual([{ srgb: "#abcdef", size: 10, count: 3 }]);
	});

	it("fills with a pattern only where colours are poured together", () => {
		const one = [{ srgb: "#abcdef", percent: 100 }];
		expect(fillOf(one, "x")).toBe("#abcdef");
		expect(fillOf([...one, ...one], "x")).toBe("url(#x)");
	});
});

describe("pieces", () => {
	it("are drawn moved by what the hand has done since they were planned", () => {
		const of = {
			...document,
			embeds: [{ id: "rod", across_mm: 0, from_mm: 0, up_mm: 20 }],
		} as unknown as Loaf;
		const drawn = drawnPieces(document, { plan, of, problems: [] });
		expect(drawn).toHaveLength(1);
		expect(drawn[0]).toMatchObject({ across: 5, along: 10, up: 10 });
	});
});

describe("the axis of days", () => {
	it("spans the tasks with a day to spare, and places days on it", () => {
		const task = (earliest_h: number, latest_h: number | null) =>
			({ earliest_h, latest_h }) as LoafPlan["schedule"][number];
		const days = axisDays([task(-50, -24), task(24, 48), task(24, null)]);
		expect(days[0]).toBe(-4);
		expect(days.at(-1)).toBe(3);
		expect(dayShare(-4, days)).toBe(0);
		expect(dayShare(3, days)).toBe(1);
		expect(dayShare(10, days)).toBeGreaterThan(1);
	});
});
