import { beforeEach, describe, expect, it } from "vitest";
import { dayNow, keepDay, newDay, readDay, wound } from "./day";

describe("the clock of a rehearsed day", () => {
	it("runs ten times as fast until it is set otherwise", () => {
		const day = newDay(1_000_000, 7);
		expect(dayNow(day, 1_060_000)).toBe(1_000_000 + 10 * 60_000);
	});

	it("never jumps when its pace is changed, stands still at nought, and goes on by whole minutes", () => {
		const day = wound(newDay(0, 7), 60_000, { speed: 0 });
		expect(dayNow(day, 60_000)).toBe(600_000);
		expect(dayNow(day, 999_000)).toBe(600_000);
		const later = wound(day, 999_000, { minutes: 5, speed: 1 });
		expect(dayNow(later, 1_000_000)).toBe(600_000 + 300_000 + 1000);
	});
});

describe("a day kept in the browser", () => {
	beforeEach(() => localStorage.clear());

	it("comes back loaf by loaf, and a torn one is no day", () => {
		const day = newDay(5, 7);
		keepDay("one", day);
		expect(readDay("one")).toEqual(day);
		expect(readDay("two")).toBeNull();
		localStorage.setItem("archtop.rehearsal.two", '{"seed":');
		expect(readDay("two")).toBeNull();
	});
});
