import { expect, it } from "vitest";
import { steady } from "./useSize";

it("follows a place that becomes wider or narrower", () => {
	expect(steady(600, 500, 700)).toBe(700);
	expect(steady(600, 500, 400)).toBe(400);
	expect(steady(900, 500, 900)).toBe(900);
});

it("does not go back and forth with a scroll bar that it brings about itself", () => {
	let [before, now] = [0, 600];
	const seen = new Set<number>();
	for (let turn = 0; turn < 20; turn += 1) {
		// As wide as it is, the page needs a bar; narrower, it needs none.
		const next = steady(before, now, now === 600 ? 585 : 600);
		if (next !== now) [before, now] = [now, next];
		if (turn > 2) seen.add(now);
	}
	expect([...seen]).toEqual([585]);
});
