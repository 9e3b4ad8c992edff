import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import { castAlone, castTogether, dissolve, rename } from "./together";

const casting = (id: string) => ({
	id: `cast-${id}`,
	name: id.toUpperCase(),
	formula: "f",
	pot: `cast-${id}`,
});
const castings = ["a", "b", "c", "d"].map(casting);
const loaf = { batches: [] } as unknown as Loaf;
const of = (made: Loaf) => (made.batches ?? []).map((batch) => [batch.name, ...batch.casts]);

describe("castings out of one pot", () => {
	const two = castTogether(castings, ["cast-a", "cast-b"])(loaf);
	it("are called by what they fill, as long as that can be read", () => {
		expect(of(two)).toEqual([["A and B", "cast-a", "cast-b"]]);
		const all = castTogether(
			castings,
			castings.map((item) => item.id),
		)(loaf);
		expect(of(all)[0]?.[0]).toBe("A and 3 more");
	});
	it("take along what each was mixed with, under the first one's name", () => {
		const named = rename("batch", "Small things")(two);
		const both = castTogether(castings, ["cast-c", "cast-d"])(named);
		const joined = castTogether(castings, ["cast-b", "cast-c"])(both);
		expect(of(joined)).toEqual([["Small things", "cast-a", "cast-b", "cast-c", "cast-d"]]);
		expect(joined.batches?.[0]?.id).toBe("batch");
	});
	it("are two batches with two ids", () => {
		const both = castTogether(castings, ["cast-c", "cast-d"])(two);
		expect(new Set(both.batches?.map((batch) => batch.id)).size).toBe(2);
		expect(of(dissolve("batch")(both))).toEqual([["C and D", "cast-c", "cast-d"]]);
	});
	it("have pots of their own again where only one is left", () => {
		expect(of(castAlone(castings, "cast-a")(two))).toEqual([]);
		const three = castTogether(castings, ["cast-a", "cast-c"])(two);
		expect(of(castAlone(castings, "cast-a")(three))).toEqual([["B and C", "cast-b", "cast-c"]]);
	});
});
