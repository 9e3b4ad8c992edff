import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { stopBefore } from "./scale";
import { SimulatedScale } from "./simulatedScale";

const start = () => {
	const scale = new SimulatedScale(() => 0.5);
	const stop = scale.subscribe(() => {});
	return { scale, stop };
};

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

describe("the practice scale", () => {
	it("fills while the hand pours, and a little more after it stops", () => {
		const { scale } = start();
		scale.move("pour");
		vi.advanceTimersByTime(2000);
		const before = scale.read()?.grams ?? 0;
		expect(scale.read()?.steady).toBe(false);
		scale.move("still");
		vi.advanceTimersByTime(3000);
		const after = scale.read()?.grams ?? 0;
		expect(after).toBeGreaterThan(before + 3);
		expect(after).toBeCloseTo(80, 0);
		expect(scale.read()?.steady).toBe(true);
	});

	it("dribbles ten times more slowly", () => {
		const { scale } = start();
		scale.move("dribble");
		vi.advanceTimersByTime(5000);
		scale.move("still");
		vi.advanceTimersByTime(2000);
		expect(scale.read()?.grams).toBeCloseTo(20, 0);
	});

	it("forgets what lies on it when it is tared, drifts, and says nothing unplugged", () => {
		const { scale, stop } = start();
		scale.move("pour");
		vi.advanceTimersByTime(1000);
		scale.move("still");
		vi.advanceTimersByTime(2000);
		scale.tare();
		expect(scale.read()?.grams).toBe(0);
		scale.drift(true);
		vi.advanceTimersByTime(60_000);
		expect(scale.read()?.grams).toBeCloseTo(1.2, 0);
		scale.plug(false);
		expect(scale.read()).toBeNull();
		scale.plug(true);
		expect(scale.read()).not.toBeNull();
		stop();
		expect(vi.getTimerCount()).toBe(0);
	});
});

describe("when to say stop", () => {
	it("is earlier the faster it falls, and never after the target", () => {
		expect(stopBefore(40)).toBeGreaterThan(stopBefore(4));
		expect(stopBefore(-1)).toBe(0);
	});
});
