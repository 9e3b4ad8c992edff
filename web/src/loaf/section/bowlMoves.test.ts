import { describe, expect, it } from "vitest";
import type { Loaf, LoafPlan } from "../../api/types";
import { fillFrom, mayGoInto, type Vessel } from "./bowlMoves";

const loaf = {
	embeds: [
		{ id: "post", name: "Post", colour: "red", casting: {}, figure: { colour: "white" } },
		{ id: "bought", name: "Bought", colour: "red", casting: null },
	],
	pieces: [
		{ id: "buds", name: "Buds", colour: "red", make: { kind: "dough" } },
		{ id: "beads", name: "Beads", colour: "red", make: { kind: "cavity" } },
	],
	also_filled: [{ id: "tray", name: "Tray", colours: [{ colour: "red", percent: 100 }] }],
} as unknown as Loaf;
const vessel = (item: string, pot: string, ...colours: string[]) =>
	({
		item,
		pot,
		name: item,
		colours: colours.map((colour) => ({ colour, percent: 50 })),
	}) as unknown as Vessel;
const cast = (id: string, formula = "house") => ({
	id: `cast-${id}`,
	formula,
	casts: [{ together: `cast-${id}`, thing: id }],
});
const plan = { pots: [cast("post"), cast("buds")] } as unknown as LoafPlan;
const WAY = { kind: "by turns", strokes: 0, rounds: 2 } as const;

describe("a bowl that goes into another vessel", () => {
	it("goes into what is cast or filled of its own pot, and not where it is", () => {
		const blue = { pot: "loaf", colour: "blue" };
		expect(mayGoInto(loaf, vessel("post", "cast-post", "red"), blue)).toBe(true);
		expect(mayGoInto(loaf, vessel("post", "cast-post", "red"), { ...blue, colour: "red" })).toBe(false);
		expect(mayGoInto(loaf, vessel("bought", "", "red"), blue)).toBe(false);
		expect(mayGoInto(loaf, vessel("", "loaf", "red"), blue)).toBe(false);
		expect(mayGoInto(loaf, vessel("tray", "loaf", "red"), blue)).toBe(true);
		expect(mayGoInto(loaf, vessel("tray", "loaf", "red"), { pot: "cast-post", colour: "blue" })).toBe(false);
	});
	it("goes into the figure inside a column, and leaves the column", () => {
		const figure = vessel("post-figure", "cast-post-figure", "white");
		const blue = { pot: "loaf", colour: "blue" };
		expect(mayGoInto(loaf, figure, blue)).toBe(true);
		expect(fillFrom(plan, figure, blue, null)(loaf).embeds[0]).toMatchObject({
			colour: "red",
			figure: { colour: "blue" },
		});
	});
	it("fills it alone, or beside what is in it, a like share to each", () => {
		const blue = { pot: "cast-post", colour: "blue" };
		const post = vessel("post", "cast-post", "red");
		expect(fillFrom(plan, post, blue, null)(loaf).embeds[0]).toMatchObject({ colour: "blue", poured: null });
		expect(fillFrom(plan, post, blue, WAY)(loaf).embeds[0]).toMatchObject({
			colour: "red",
			poured: {
				way: WAY,
				colours: [
					{ colour: "red", percent: 50 },
					{ colour: "blue", percent: 50 },
				],
			},
		});
		const beads = fillFrom(plan, { ...vessel("beads", "cast-beads", "red"), several: true }, blue, WAY)(loaf)
			.pieces?.[1];
		expect(beads?.poured?.colours.map((share) => share.colour)).toEqual(["red", "blue"]);
		const tray = fillFrom(plan, vessel("tray", "loaf", "red"), { ...blue, pot: "loaf" }, WAY)(loaf);
		expect(tray.also_filled?.[0]?.colours).toEqual([
			{ colour: "red", percent: 50 },
			{ colour: "blue", percent: 50 },
		]);
	});
	it("brings what is cast into the bowl’s pot, where one formula makes both", () => {
		const blue = { pot: "cast-post", colour: "blue" };
		const buds = vessel("buds", "cast-buds", "red");
		const moved = fillFrom(plan, buds, blue, null)(loaf);
		expect(moved.pieces?.[0]).toMatchObject({ colour: "blue" });
		expect(moved.batches?.[0]?.casts).toEqual(["cast-post", "cast-buds"]);
		const other = { pots: [cast("post"), cast("buds", "other")] } as unknown as LoafPlan;
		expect(fillFrom(other, buds, blue, null)(loaf).batches).toBeUndefined();
	});
});
