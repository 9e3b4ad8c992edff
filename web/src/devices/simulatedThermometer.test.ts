import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { SimulatedThermometer } from "./simulatedThermometer";

const WARMTH = { lye: 90, oils: 45, pot: 40, room: 20 };
const still = () => 0.5;

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

describe("the practice thermometer", () => {
	it("follows what it is dipped into, which cools towards the room", () => {
		const probe = new SimulatedThermometer(WARMTH, Date.now, still);
		const stop = probe.subscribe(() => {});
		expect(probe.read()).toBe(20);
		probe.dip("lye");
		vi.advanceTimersByTime(30_000);
		const hot = probe.read() ?? 0;
		expect(hot).toBeGreaterThan(85);
		vi.advanceTimersByTime(70 * 60_000);
		// After one time constant a third of the warmth above the room is left.
		expect(probe.read()).toBeCloseTo(20 + 70 / Math.E, 0);
		probe.dip("air");
		vi.advanceTimersByTime(60_000);
		expect(probe.read()).toBeCloseTo(20, 0);
		stop();
	});

	it("runs by the clock it is given", () => {
		const start = Date.now();
		const probe = new SimulatedThermometer(WARMTH, () => start + (Date.now() - start) * 60, still);
		const stop = probe.subscribe(() => {});
		probe.dip("lye");
		vi.advanceTimersByTime(70_000);
		expect(probe.read()).toBeCloseTo(20 + 70 / Math.E, 0);
		stop();
	});

	it("says nothing while it is unplugged, and stops when nobody listens", () => {
		const probe = new SimulatedThermometer(WARMTH, Date.now, still);
		const heard = vi.fn();
		const stop = probe.subscribe(heard);
		probe.plug(false);
		expect(probe.read()).toBeNull();
		probe.plug(true);
		expect(probe.read()).toBe(20);
		stop();
		heard.mockClear();
		vi.advanceTimersByTime(5000);
		expect(heard).not.toHaveBeenCalled();
	});
});
