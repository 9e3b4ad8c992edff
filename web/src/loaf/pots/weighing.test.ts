import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import { mixMore, weighFiner } from "./weighing";

const loaf = {
	sizing: { scale_step_g: 1, fine_step_g: 0.1, more: [{ pot: "cast-a", grams: 12 }] },
} as unknown as Loaf;

describe("ways to weigh a pot", () => {
	it("mixes more of it besides what was asked for already, and leaves the others", () => {
		expect(mixMore("cast-b", 5)(loaf).sizing.more).toEqual([
			{ pot: "cast-a", grams: 12 },
			{ pot: "cast-b", grams: 5 },
		]);
		expect(mixMore("cast-a", 5)(loaf).sizing.more).toEqual([{ pot: "cast-a", grams: 17 }]);
	});
	it("takes a finer scale, and small amounts never on a coarser one", () => {
		expect(weighFiner(0.5)(loaf).sizing).toMatchObject({ scale_step_g: 0.5, fine_step_g: 0.1 });
		expect(weighFiner(0.01)(loaf).sizing).toMatchObject({ scale_step_g: 0.01, fine_step_g: 0.01 });
	});
});
