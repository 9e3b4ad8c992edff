import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import { mended } from "./mended";

const loaf = {
	name: "L",
	work: [{ do: "pour", colours: [{ percent: 60 }, { percent: 30 }] }],
	cuts: { moved: [{ wire: 1, by_mm: 3 }] },
} as unknown as Loaf;

describe("a remedy as a press", () => {
	it("puts a value where it belongs and leaves the rest and the old one alone", () => {
		const after = mended({ says: "", field: "work.0.colours.1.percent", value: 40, append: false })(loaf);
		expect(after.work[0]).toEqual({ do: "pour", colours: [{ percent: 60 }, { percent: 40 }] });
		expect(loaf.work[0]).toEqual({ do: "pour", colours: [{ percent: 60 }, { percent: 30 }] });
		expect(after.cuts).toBe(loaf.cuts);
	});
	it("puts something behind what a list holds, and empties one", () => {
		const laid = mended({ says: "", field: "work", value: { do: "lay", embed: "a" }, append: true })(loaf);
		expect(laid.work).toHaveLength(2);
		const even = mended({ says: "", field: "cuts.moved", value: [], append: false })(loaf);
		expect(even.cuts?.moved).toEqual([]);
	});
});
