import { describe, expect, it } from "vitest";
import { eyeOf, movedBy, placed, turned, VIEWS } from "./views";

describe("where a loaf is looked at from", () => {
	it("is in front of it for the front, and above for the top", () => {
		expect(eyeOf(VIEWS.front).around).toBeCloseTo(0, 2);
		expect(eyeOf(VIEWS.top).up).toBeCloseTo(Math.PI / 2, 1);
	});

	it("turns by arrows, there and back, and never over the top", () => {
		const eye = eyeOf(VIEWS.slant);
		const there = turned(eye, "ArrowRight");
		expect(there?.around).toBeGreaterThan(eye.around);
		expect(there && turned(there, "ArrowLeft")?.around).toBeCloseTo(eye.around, 9);
		let high = eye;
		for (let i = 0; i < 40; i++) high = turned(high, "ArrowUp") ?? high;
		expect(high.up).toBeLessThan(Math.PI / 2);
	});

	it("goes nearer and away, and leaves other keys alone", () => {
		const eye = eyeOf(VIEWS.slant);
		expect(turned(eye, "+")?.away).toBeLessThan(eye.away);
		expect(turned(eye, "-")?.away).toBeGreaterThan(eye.away);
		expect(turned(eye, "a")).toBeUndefined();
	});
});

describe("how bars lie", () => {
	it("draws one out and leaves the others", () => {
		const lying = { apart: 0, out: 1, beside: false };
		expect(movedBy(1, lying, 10)).toBeGreaterThan(0);
		expect(movedBy(2, lying, 10)).toBe(0);
	});

	it("spreads them towards the front", () => {
		const lying = { apart: 8, out: null, beside: false };
		expect(movedBy(4, lying, 10)).toBe(48);
		expect(movedBy(10, lying, 10)).toBe(0);
	});

	it("lays them side by side with all faces at the front, evenly around the middle", () => {
		const lying = { apart: 0, out: null, beside: true };
		const [first, last] = [1, 4].map((bar) =>
			placed(bar, lying, 4, { front: 25 * (bar - 1), middle: 0, wide: 90 }),
		);
		expect(first?.right).toBeCloseTo(-(last?.right ?? 0), 9);
		expect(last?.nearer).toBe(75);
		const half = placed(2, lying, 2, { front: 0, middle: 22, wide: 44 });
		expect(half?.right).toBe(28 - 22);
	});
});
