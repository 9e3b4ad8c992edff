import { describe, expect, it } from "vitest";
import { dayShort, dayText, hoursText } from "./dates";
import { currencyOf, doseText, figureText, inUnits, minutesText, temperatureText, withUnit } from "./units";

describe("lengths, volumes and weights", () => {
	// NIST Handbook 44, appendix C: 1 in = 25.4 mm, 1 US fl oz = 29.5735 ml, 1 oz = 28.349523125 g.
	it("are shown in the user's units, with the digits they deserve", () => {
		expect(withUnit(25.4, "length", "us")).toBe("1.00 in");
		expect(withUnit(29.5735295625, "volume", "us")).toBe("1.0 fl oz");
		expect(withUnit(453.59237, "weight", "us")).toBe("16.00 oz");
		expect(withUnit(1084.13, "volume", "metric")).toBe("1084 ml");
	});

	it("have a real minus sign, and no minus zero", () => {
		expect(inUnits(-3, "length", "metric")).toBe("−3.0");
		expect(inUnits(-0.01, "length", "metric")).toBe("0.0");
	});
});

describe("temperatures and times", () => {
	it("turn to Fahrenheit with US units", () => {
		expect(temperatureText(100, "us")).toBe("212 °F");
		expect(temperatureText(37.8, "metric")).toBe("38 °C");
	});

	it("are minutes while they are few, then hours by the quarter", () => {
		expect(minutesText(12.4)).toBe("12 min");
		expect(minutesText(105)).toBe("1.75 h");
	});

	it("never shows nothing of something that is weighed", () => {
		expect(withUnit(0.02, "weight", "metric", 1)).toBe("0.02 g");
		expect(withUnit(0.02, "weight", "us", 2)).toBe("0.0007 oz");
		expect(withUnit(0.0000001, "weight", "metric", 1)).toBe("0.0 g");
		expect(withUnit(0.02, "length", "metric", 1)).toBe("0.0 mm");
	});
	it("says doses by the pound and by the kilogram, and warmth with its own zero", () => {
		expect(withUnit(5, "dose", "us")).toBe("0.0800 oz/lb");
		expect(doseText(5, "us")).toBe("0.08 oz/lb");
		expect(doseText(7.5, "metric")).toBe("7.5 g/kg");
		expect(withUnit(21, "temperature", "us", 0)).toBe("70 °F");
		expect(figureText(1.0134, "g/ml", "us")).toBe("1.057 oz/fl oz");
		expect(figureText(645.16, "mm²", "us")).toBe("1.00 in²");
		expect(currencyOf("", "us")).toBe("$");
		expect(currencyOf("kr", "us")).toBe("kr");
	});
	it("leave units that do not change alone", () => {
		expect(figureText(1.0134, "g/ml", "metric")).toBe("1.013 g/ml");
		expect(figureText(5, "%", "us", 0)).toBe("5 %");
		expect(figureText(95, "°C", "us")).toBe("203 °F");
		expect(figureText(30, "min", "us")).toBe("30 min");
	});
});

describe("waits and days", () => {
	it("are said in the words of the workshop", () => {
		expect(hoursText(36)).toBe("36 h");
		expect(hoursText(24)).toBe("1 day");
		expect(hoursText(-168)).toBe("7 days");
		expect(hoursText(60)).toBe("2.5 days");
		expect(hoursText(24 * 28)).toBe("4 weeks");
	});

	it("do not slip a day in another time zone", () => {
		expect(dayText("2026-12-05")).toBe("Sat 5 December");
		expect(dayShort("2026-12-05T23:30:00Z")).toBe("Sat 5 Dec");
	});
});
