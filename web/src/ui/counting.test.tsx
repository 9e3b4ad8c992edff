import { afterEach, describe, expect, it } from "vitest";
import { counted, fixed, goByHouse, USUAL } from "./counting";
import { dayShort, dayText, hoursText } from "./dates";
import { readTyped } from "./typedNumber";
import { figureText, paperOf, papersOf, withUnit } from "./units";
import { weekOf } from "./zoneTime";

afterEach(() => void goByHouse(USUAL));

describe("how a studio counts", () => {
	it("is seen to differ only where something is shown otherwise", () => {
		expect(goByHouse({ ...USUAL, room_c: 18, currency: "kr" })).toBe(false);
		expect(goByHouse({ ...USUAL, decimal: "comma" })).toBe(true);
		expect(goByHouse({ ...USUAL, decimal: "comma" })).toBe(false);
	});

	it("writes numbers with its own decimal sign", () => {
		goByHouse({ ...USUAL, decimal: "comma" });
		expect(fixed(1.25, 1)).toBe("1,3");
		expect(withUnit(66.54, "length", "metric")).toBe("66,5 mm");
		expect(figureText(1.0066, "g/ml", "us")).toMatch(/^\d,\d{3} oz\/fl oz$/);
		expect(hoursText(60)).toBe("2,5 days");
		expect(counted("loaf 2. Then")).toBe("loaf 2. Then");
	});

	it("takes 1,250 for what it means there, and asks where nothing was said", () => {
		const grams = { quantity: "weight", units: "metric" } as const;
		expect(readTyped("1,250", grams).is).toBe("unsure");
		goByHouse({ ...USUAL, decimal: "comma" });
		expect(readTyped("1,250", grams)).toMatchObject({ is: "number", value: 1.25 });
		expect(readTyped("1.250", grams)).toMatchObject({ is: "number", value: 1250 });
		goByHouse({ ...USUAL, decimal: "point" });
		expect(readTyped("1,250", grams)).toMatchObject({ is: "number", value: 1250 });
	});

	it("writes days, begins weeks and prints on paper as it does", () => {
		expect(dayText("2027-03-05")).toBe("Fri 5 March");
		goByHouse({ ...USUAL, dates: "month first", week_begins: "Sunday", paper: "A4" });
		expect(dayText("2027-03-05")).toBe("Fri, March 5");
		expect(dayShort("2027-03-05")).toBe("Fri Mar 5");
		expect(weekOf("2027-03-05")).toBe("2027-02-28");
		expect(weekOf("2027-02-28")).toBe("2027-02-28");
		expect(paperOf("us")).toBe("A4");
		expect(papersOf("us").map(([key]) => key)).toEqual(["A4", "Letter"]);
	});
});
