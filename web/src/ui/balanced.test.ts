import { describe, expect, it } from "vitest";
import { balanced } from "./balanced";

const sum = (percents: readonly number[]) => percents.reduce((total, percent) => total + percent, 0);

describe("percents that add up", () => {
	it("leave what was typed and share the rest as it was shared", () => {
		expect(balanced([25, 60, 40], 0)).toEqual([25, 45, 30]);
	});
	it("are the same whatever was typed on the way", () => {
		const onTheWay = balanced([2, 60, 40], 0);
		expect(balanced([25, onTheWay[1] ?? 0, onTheWay[2] ?? 0], 0)).toEqual([25, 45, 30]);
	});
	it("leave something to every other, however much is typed", () => {
		expect(balanced([140, 60, 40], 0)).toEqual([99.8, 0.1, 0.1]);
		expect(balanced([0, 60, 40], 0)[0]).toBe(0.1);
	});
	it("are stretched to a hundred where one was taken out", () => {
		expect(balanced([30, 30])).toEqual([50, 50]);
		expect(balanced([30])).toEqual([100]);
	});
	it("add up after any typing", () => {
		for (let n = 2; n < 9; n++)
			for (const typed of [0.3, 7.7, 33.3, 91]) {
				const rows = Array.from({ length: n }, (_, i) => 3 + 7 * i);
				expect(sum(balanced([typed, ...rows], 0))).toBeCloseTo(100, 9);
			}
	});
});
