import { describe, expect, it } from "vitest";
import { fromRanges, toRanges } from "./ranges";

describe("numbers as a hand writes them", () => {
	it("reads ranges with any dash, and words", () => {
		expect(fromRanges("1-3, 7")).toEqual([1, 2, 3, 7]);
		expect(fromRanges("2 – 4; 9 to 10")).toEqual([2, 3, 4, 9, 10]);
		expect(fromRanges("")).toEqual([]);
	});
	it("refuses what is none", () => {
		expect(fromRanges("all")).toBeNull();
		expect(fromRanges("5-3")).toBeNull();
		expect(fromRanges("1-3-5")).toBeNull();
	});
	it("writes what it reads", () => {
		for (const numbers of [[1], [1, 2, 3, 7], [4, 6, 8, 9]])
			expect(fromRanges(toRanges(numbers))).toEqual(numbers);
	});
});
