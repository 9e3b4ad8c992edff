import { describe, expect, it } from "vitest";
import { dayAfter, daysBetween, daysLater, local, moment, weekOf } from "./zoneTime";

describe("moments on the studio's clock", () => {
	it("shows and reads them the same", () => {
		expect(local("2027-01-15T17:30:00Z", "Europe/Vienna")).toBe("2027-01-15T18:30");
		expect(moment("2027-01-15T18:30", "Europe/Vienna")).toBe("2027-01-15T17:30:00.000Z");
		expect(moment("2027-07-15T18:30", "Europe/Vienna")).toBe("2027-07-15T16:30:00.000Z");
	});
	it("keeps the time of day over a change of the clocks", () => {
		// Clocks went forward on 28 March 2027.
		expect(local(daysLater("2027-03-27T08:00:00Z", 1, "Europe/Vienna"), "Europe/Vienna")).toBe(
			"2027-03-28T09:00",
		);
	});
	it("counts days", () => {
		expect(dayAfter("2027-02-27", 3)).toBe("2027-03-02");
		expect(daysBetween("2027-03-02", "2027-02-27")).toBe(-3);
		expect(weekOf("2027-03-07")).toBe("2027-03-01");
		expect(weekOf("2027-03-01")).toBe("2027-03-01");
	});
});
