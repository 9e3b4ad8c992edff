import { describe, expect, it } from "vitest";
import { heightAt } from "./heightLine";

const LINE = [
	[-10, 1],
	[0, 5],
	[10, 1],
];

describe("heightAt", () => {
	it("is straight between one place and the next", () => {
		expect(heightAt(LINE, 0)).toBe(5);
		expect(heightAt(LINE, -5)).toBe(3);
		expect(heightAt(LINE, 7.5)).toBe(2);
	});
	it("keeps its ends beyond them, and is nothing without a line", () => {
		expect(heightAt(LINE, -12)).toBe(1);
		expect(heightAt(LINE, 12)).toBe(1);
		expect(heightAt([], 3)).toBe(0);
	});
});
