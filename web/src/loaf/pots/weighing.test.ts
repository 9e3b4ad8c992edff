import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import { mixMore, weighIn, weighOn } from "./weighing";

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
	const scale = (step_g: number, unit: "g" | "oz" = "g") => ({ step_g, unit, unit_g: 1, digits: 2 });
	const scales = { main: scale(1), fine: scale(0.1), offered: [scale(0.01), scale(0.5), scale(0.028, "oz")] };
	it("takes a finer scale, and small amounts never on a coarser one", () => {
		expect(weighOn(scale(0.5), scales)(loaf).sizing).toMatchObject({ scale_step_g: 0.5, fine_step_g: 0.1 });
		expect(weighOn(scale(0.01), scales)(loaf).sizing).toMatchObject({ fine_step_g: 0.01 });
	});
	it("goes over to the usual scales of the other unit, and stays where those are not offered", () => {
		const grams = { step_g: 1, unit: "g" as const, unit_g: 1, digits: 0 };
		const ounces = [0.01, 0.001].map((step) => ({
			step_g: step * 28.349523125,
			unit: "oz" as const,
			unit_g: 28.349523125,
			digits: 3,
		}));
		const both = { main: grams, fine: grams, offered: [grams, ...ounces] };
		const { sizing } = weighIn("oz", both)(loaf);
		expect(sizing.scale_step_g).toBeCloseTo(0.28349523125, 10);
		expect(sizing.fine_step_g).toBeCloseTo(0.028349523125, 10);
		expect(weighIn("g", both)(loaf)).toBe(loaf);
	});
	it("weighs small amounts in the unit of the other scale", () => {
		expect(weighOn(scale(0.28, "oz"), scales)(loaf).sizing).toMatchObject({ fine_step_g: 0.028 });
	});
});
