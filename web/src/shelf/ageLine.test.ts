import { describe, expect, it } from "vitest";
import type { ShelfLine } from "../api/types";
import { ageLook } from "./ageLine";

const line = (ready_on: string, best_before: string | null, age_days: number) =>
	({ lot: { made_on: "2027-03-28" }, state: { ready_on, best_before, age_days } }) as unknown as ShelfLine;

describe("a lot's line of days", () => {
	it("counts whole days, over the change to summer time too", () => {
		expect(ageLook(line("2027-03-30", "2027-04-04", 3))).toMatchObject({ ready: 2, best: 7, today: 3 });
	});

	it("has room for today when that is past its best", () => {
		const look = ageLook(line("2027-03-30", "2027-04-04", 40));
		expect(look.end).toBeGreaterThan(40);
	});

	it("knows things that never go off, and things made today", () => {
		expect(ageLook(line("2027-03-28", null, 0))).toMatchObject({ ready: 0, best: null, today: 0 });
		expect(ageLook(line("2027-03-28", null, 0)).end).toBeGreaterThan(0);
	});
});
