import { describe, expect, it } from "vitest";
import { readDay, tellDay, writeDay } from "./typedDay";

const TODAY = "2026-11-25";
const day = (text: string, order: "day first" | "month first" = "day first") =>
	readDay(text, order, TODAY)?.day ?? null;

describe("a day as people type it", () => {
	it.each([
		["2026-12-05", "2026-12-05"],
		["5 Dec 2026", "2026-12-05"],
		["5. December 2026", "2026-12-05"],
		["Sat 5 dec 2026", "2026-12-05"],
		["Dec 5th, 2026", "2026-12-05"],
		["5.12.2026", "2026-12-05"],
		["5/12/26", "2026-12-05"],
		["5-12-2026", "2026-12-05"],
		["29 Feb 2028", "2028-02-29"],
	])("%s", (text, wanted) => expect(day(text)).toBe(wanted));

	it("goes by the house's order", () => {
		expect(day("5/12/2026")).toBe("2026-12-05");
		expect(day("5/12/2026", "month first")).toBe("2026-05-12");
		expect(day("12/25/2026", "month first")).toBe("2026-12-25");
		expect(day("12/25/2026")).toBeNull();
	});

	it("is the next such day without a year", () => {
		expect(day("5 Dec")).toBe("2026-12-05");
		expect(day("25.11.")).toBe("2026-11-25");
		expect(day("24 Nov")).toBe("2027-11-24");
		expect(day("2/1")).toBe("2027-01-02");
	});

	it.each(["", "soon", "31 Feb 2027", "5", "2026-13-01", "99.99.2026", "5 Dec 26 34"])("%s is none", (text) =>
		expect(day(text)).toBeNull(),
	);

	it("is handed on while it is typed only once nothing more can be meant", () => {
		expect(readDay("5 Dec", "day first", TODAY)?.whole).toBe(false);
		expect(readDay("5 Dec 20", "day first", TODAY)?.whole ?? false).toBe(false);
		expect(readDay("5/1/26", "day first", TODAY)?.whole).toBe(false);
		expect(readDay("5 Dec 2026", "day first", TODAY)?.whole).toBe(true);
		expect(readDay("2026-12-05", "day first", TODAY)?.whole).toBe(true);
	});

	it("is written so that it is read again", () => {
		for (const order of ["day first", "month first"] as const)
			for (const one of ["2026-01-02", "2027-12-31", "2028-02-29"]) {
				expect(day(writeDay(one, order), order)).toBe(one);
				expect(day(tellDay(one, order), order)).toBe(one);
			}
		expect(writeDay("2026-12-05", "day first")).toBe("5 Dec 2026");
		expect(tellDay("2026-12-05", "month first")).toBe("Sat Dec 5, 2026");
	});
});
