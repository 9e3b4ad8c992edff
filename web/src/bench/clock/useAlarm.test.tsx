import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { BowlClock } from "../../api/types";

const alarm = vi.hoisted(() => vi.fn());
vi.mock("../alarm", () => ({ alarm, soundOn: () => true, turnSound: vi.fn() }));

import { pressing, useAlarm } from "./useAlarm";

const window = (key: string, stands: string, least_pa = 40) => ({ limit: { key, least_pa }, stands });
const bowl = (...windows: object[]) => ({ bowl: "plum", face: { windows } }) as unknown as BowlClock;

beforeEach(() => {
	vi.useFakeTimers();
	alarm.mockReset();
});
afterEach(() => vi.useRealTimers());

describe("pressing", () => {
	it("is what has opened or begins to close; what needs no thickness never presses", () => {
		const clock = bowl(
			window("lay", "open"),
			window("pipe", "closing"),
			window("layer", "not yet"),
			window("pour", "open", 0),
		);
		expect(pressing([clock])).toEqual(["plum lay open", "plum pipe closing"]);
		expect(pressing([{ bowl: "dry", face: null } as unknown as BowlClock])).toEqual([]);
	});
});

describe("useAlarm", () => {
	const start = (clocks: BowlClock[]) =>
		renderHook(({ now }) => useAlarm(now), { initialProps: { now: clocks } });

	it("says nothing of what stood open when the page was opened", () => {
		const { result, rerender } = start([]);
		rerender({ now: [bowl(window("lay", "open"))] });
		expect(alarm).not.toHaveBeenCalled();
		expect(result.current.flash).toBe(false);
	});

	it("flashes and sounds once when a window opens, and again when it begins to close", () => {
		const { result, rerender } = start([bowl(window("lay", "not yet"))]);
		rerender({ now: [bowl(window("lay", "open"))] });
		expect(alarm).toHaveBeenCalledTimes(1);
		expect(result.current.flash).toBe(true);
		rerender({ now: [bowl(window("lay", "open"))] });
		expect(alarm).toHaveBeenCalledTimes(1);
		act(() => vi.advanceTimersByTime(4000));
		expect(result.current.flash).toBe(false);
		rerender({ now: [bowl(window("lay", "closing"))] });
		expect(alarm).toHaveBeenCalledTimes(2);
	});

	it("is still when a window closes for good", () => {
		const { rerender } = start([bowl(window("lay", "closing"))]);
		rerender({ now: [bowl(window("lay", "missed"))] });
		expect(alarm).not.toHaveBeenCalled();
	});
});
