import { describe, expect, it } from "vitest";
import { fitScale, rulerTicks } from "./scale";

const margins = { left: 10, right: 10, top: 10, bottom: 10 };

describe("fitScale", () => {
	it("draws both directions at one scale, inside the margins", () => {
		const scale = fitScale({ left: -45, right: 45, bottom: 0, top: 70 }, 400, 200, margins);
		expect(scale.x(45) - scale.x(-45)).toBeCloseTo(90 * scale.pxPerMm);
		expect(scale.y(0) - scale.y(70)).toBeCloseTo(70 * scale.pxPerMm);
		expect(scale.y(70)).toBeCloseTo(10);
		expect(scale.x(-45)).toBeGreaterThanOrEqual(10);
	});
});

describe("rulerTicks", () => {
	it("labels centimetres in millimetres", () => {
		const labels = rulerTicks(0, 30, "metric", 3).map((tick) => tick.label);
		expect(labels).toEqual(["0", null, "10", null, "20", null, "30"]);
	});

	it("leaves labels out where they would touch", () => {
		const labels = rulerTicks(0, 60, "metric", 1).flatMap((tick) => tick.label ?? []);
		expect(labels).toEqual(["0", "50"]);
	});

	it("labels inches and marks quarters", () => {
		const ticks = rulerTicks(0, 50.8, "us", 3);
		expect(ticks.filter((tick) => tick.label).map((tick) => tick.label)).toEqual(["0", "1", "2"]);
		expect(ticks).toHaveLength(9);
	});
});
