import { describe, expect, it } from "vitest";
import { dayShort, dayText, hoursText, today } from "./dates";

describe("dates", () => {
	it("are days of the week as they are in the place they were written", () => {
		expect(dayText("2026-12-05")).toBe("Sat 5 December");
		expect(dayShort("2026-12-05T23:30:00Z")).toBe("Sat 5 Dec");
	});

	it("today is the reader's, not that of Greenwich", () => {
		const late = new Date(2027, 2, 5, 23, 59);
		const early = new Date(2027, 2, 5, 0, 1);
		expect(today(late)).toBe("2027-03-05");
		expect(today(early)).toBe("2027-03-05");
	});

	it("waits are told in the workshop's words", () => {
		expect([5, 30, 24, 36, 72, 504, 100].map(hoursText)).toEqual([
			"5 h",
			"30 h",
			"1 day",
			"36 h",
			"3 days",
			"3 weeks",
			"4.2 days",
		]);
	});
});
