import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import {
	addEmbed,
	addPour,
	addPress,
	freeId,
	moveStep,
	patchEmbed,
	patchPour,
	patchPress,
	removeEmbed,
	removePieces,
	removeStep,
	usesOf,
} from "./changes";

const shares = [{ colour: "plain", percent: 100 }];
const pour = (id: string, to_mm: number) => ({
	do: "pour" as const,
	id,
	name: id,
	to_mm,
	colours: shares,
	by: "level" as const,
	under_mm: 10,
	batter_ml: 250,
	shreds: [],
	fall_mm: 5,
	technique: { kind: "layer" as const },
	pieces: [],
	shaped: [],
});

/** Only what the changes touch; the rest of a document goes through them untouched. */
const loaf = {
	name: "Bare",
	mould: { length_mm: 250, width_mm: 90, height_mm: 70 },
	colours: [{ id: "plain", name: "Plain", srgb: "#ffffff", colourants: [] }],
	embeds: [],
	pieces: [],
	keeps: [],
	work: [pour("one", 20), pour("two", 60)],
} as unknown as Loaf;

const steps = (made: Loaf) => made.work.map((step) => (step.do === "lay" ? `lay ${step.embed}` : step.id));

describe("small pieces taken out", () => {
	const piece = { id: "bead", name: "Beads" };
	const used = {
		pieces: [piece, { ...piece, id: "beads" }],
		work: [
			{ do: "press", pieces: "bead" },
			{
				do: "pour",
				pieces: [
					{ pieces: "bead", count: 3 },
					{ pieces: "beads", count: 1 },
				],
			},
		],
		top: { scatter: { items: [{ pieces: "bead", count: 7 }], pins: [{ pieces: "bead" }] } },
		batches: [{ id: "b", name: "B", casts: ["cast-bead", "cast-bead-figures", "cast-beads"] }],
	} as unknown as Loaf;
	it("are told where they are used", () => {
		expect(usesOf(used, "bead")).toEqual({ steps: 2, onTop: 7 });
		expect(usesOf(used, "other")).toEqual({ steps: 0, onTop: 0 });
	});
	it("are gone everywhere, and others stay", () => {
		const left = removePieces("bead")(used);
		expect(usesOf(left, "bead")).toEqual({ steps: 0, onTop: 0 });
		expect(usesOf(left, "beads").steps).toBe(1);
		expect(left.batches?.map((batch) => batch.casts)).toEqual([["cast-beads"]]);
		expect(removePieces("beads")(left).batches).toEqual([]);
		expect(left.top?.scatter?.pins).toEqual([]);
	});
});

describe("freeId", () => {
	it("counts up until nobody has it", () => {
		expect(freeId("pour", [])).toBe("pour");
		expect(freeId("pour", ["pour", "pour-2"])).toBe("pour-3");
	});
});

describe("pieces pressed in", () => {
	it("come last, half sunk, with an id no pour has", () => {
		const made = addPress("beads")({ ...loaf, work: [pour("press", 20)] });
		expect(made.work[1]).toEqual({ do: "press", id: "press-2", pieces: "beads", count: 1, sunk_percent: 50 });
		expect(patchPress("press-2", { count: 9 })(made).work[1]).toMatchObject({ count: 9 });
		expect(patchPress("press-2", { count: 9 })(made).work[0]).toBe(made.work[0]);
	});
});

describe("embeds", () => {
	it("go in before the last pour, inside the mould, once", () => {
		const made = addEmbed(addEmbed(loaf));
		expect(steps(made)).toEqual(["one", "lay column", "lay column-2", "two"]);
		const [embed] = made.embeds;
		expect(embed?.outline).toEqual({ kind: "circle", diameter_mm: 28 });
		expect(embed?.length_mm).toBe(250);
	});

	it("go in after a single pour, so that batter rises around them", () => {
		const single = { ...loaf, work: [pour("one", 60)] };
		expect(steps(addEmbed(single))).toEqual(["one", "lay column"]);
	});

	it("take their step with them when they go", () => {
		const made = removeEmbed("column")(addEmbed(loaf));
		expect(made.embeds).toEqual([]);
		expect(steps(made)).toEqual(["one", "two"]);
	});

	it("are changed by id, the others left as they are", () => {
		const two = addEmbed(addEmbed(loaf));
		const made = patchEmbed("column", { up_mm: 12 })(two);
		expect(made.embeds[0]?.up_mm).toBe(12);
		expect(made.embeds[1]).toBe(two.embeds[1]);
	});
});

describe("the order of work", () => {
	it("moves steps and keeps them inside the list", () => {
		expect(steps(moveStep(0, 1)(loaf))).toEqual(["two", "one"]);
		expect(steps(moveStep(0, -1)(loaf))).toEqual(["one", "two"]);
		expect(moveStep(9, 1)(loaf)).toBe(loaf);
	});

	it("adds a pour between the level and the rim, and takes one out", () => {
		const made = addPour(60)(loaf);
		expect(steps(made)).toEqual(["one", "two", "pour"]);
		const added = made.work[2];
		expect(added?.do === "pour" && added.to_mm).toBe(65);
		expect(steps(removeStep(0)(made))).toEqual(["two", "pour"]);
	});

	it("changes a pour by id", () => {
		const made = patchPour("two", { to_mm: 66 })(loaf);
		expect(made.work[1]).toMatchObject({ id: "two", to_mm: 66 });
		expect(made.work[0]).toBe(loaf.work[0]);
	});
});
