import { expect, it } from "vitest";
import { spread } from "./spread";

it("leaves alone what has room", () => {
	expect(spread([100, 10, 50], 30)).toEqual([100, 10, 50]);
});

it("moves apart what lies on each other, around where it wants to be", () => {
	expect(spread([50, 50], 30)).toEqual([35, 65]);
	expect(spread([50, 52, 54], 30)).toEqual([22, 52, 82]);
});

it("keeps the order, the distance and the middle of any number of labels", () => {
	for (let seed = 1; seed < 60; seed += 1) {
		const wanted = Array.from({ length: 1 + (seed % 8) }, (_, i) => (seed * 37 * (i + 3) ** 2) % 211);
		const found = spread(wanted, 28);
		const order = [...wanted.keys()].sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
		for (const [k, i] of order.entries()) {
			const next = order[k + 1];
			if (next !== undefined) expect((found[next] ?? 0) - (found[i] ?? 0)).toBeGreaterThan(27.999);
		}
		const sum = (all: number[]) => all.reduce((total, y) => total + y, 0);
		expect(sum(found)).toBeCloseTo(sum(wanted));
	}
});
