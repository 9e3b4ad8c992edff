import { describe, expect, it } from "vitest";
import type { ClockFace } from "../../api/types";
import { bandPath, chartScale, spreadLabels } from "./chartLook";

const face = {
	pa: { value: 5 },
	readings: [{ minute: 4, pa: 4, low: 3, high: 6 }],
	curve: [
		{ minute: 0, pa: 2, low: 1, high: 4 },
		{ minute: 60, pa: 80, low: 30, high: 200 },
	],
	windows: [{ limit: { least_pa: 40, most_pa: 1200 } }],
} as unknown as ClockFace;
const box = { left: 10, right: 110, top: 20, bottom: 220 };

describe("the clock's chart", () => {
	it("has everything that is told inside, thicker further up", () => {
		const scale = chartScale(face, box);
		for (const pa of [3, 6, 40, 1200]) {
			expect(scale.y(pa)).toBeGreaterThanOrEqual(20);
			expect(scale.y(pa)).toBeLessThanOrEqual(220);
		}
		expect(scale.y(40)).toBeLessThan(scale.y(6));
		expect([scale.x(0), scale.x(60)]).toEqual([10, 110]);
	});

	it("gives equal factors equal steps", () => {
		const { y } = chartScale(face, box);
		expect(y(10) - y(20)).toBeCloseTo(y(20) - y(40), 6);
	});

	it("marks round minutes and one and three of each ten, all inside", () => {
		const { minutes, decades } = chartScale(face, { ...box, right: 410 });
		expect(minutes).toEqual([0, 10, 20, 30, 40, 50, 60]);
		expect(decades).toEqual([1, 3, 10, 30, 100, 300, 1000]);
	});

	it("closes its band", () => {
		expect(bandPath(face.curve, chartScale(face, box))).toMatch(/^M.+Z$/);
	});
});

describe("labels beside the chart", () => {
	it("never lie on each other and keep their order", () => {
		const placed = spreadLabels([100, 102, 104, 30], 20, 300);
		expect(placed).toEqual([100, 120, 140, 30]);
	});

	it("stay above the foot", () => {
		expect(spreadLabels([295, 298], 20, 300)).toEqual([280, 300]);
	});
});
