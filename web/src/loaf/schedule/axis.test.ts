import { describe, expect, it } from "vitest";
import type { Task } from "../../api/types";
import { axisDays, dayShare } from "./axis";

const task = (earliest_h: number, latest_h: number | null = null) => ({ earliest_h, latest_h }) as Task;

describe("the axis of the casting order", () => {
	it("spans all windows and the pour, with a day to spare", () => {
		expect(axisDays([task(-50, -30), task(26, 48)])).toEqual([-4, -3, -2, -1, 0, 1, 2, 3]);
		expect(axisDays([])).toEqual([-1, 0, 1]);
	});

	it("ends with the last thing that has no latest", () => {
		expect(axisDays([task(100)]).at(-1)).toBe(6);
	});

	it("places a day by its share", () => {
		const days = axisDays([task(-48, 48)]);
		expect(dayShare(days[0] ?? 0, days)).toBe(0);
		expect(dayShare(0, days)).toBe(0.5);
		expect(dayShare((days.at(-1) ?? 0) + 1, days)).toBeGreaterThan(1);
	});
});
