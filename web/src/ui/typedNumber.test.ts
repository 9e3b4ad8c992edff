import { describe, expect, it } from "vitest";
import { readTyped } from "./typedNumber";

const OZ = 28.349523125;
const FL = 29.5735295625;

/** What is typed, in metric and in US units, and what it is in grams, millilitres or millimetres. */
const WEIGHTS: [string, number, number][] = [
	["7", 7, 7 * OZ],
	["7,5", 7.5, 7.5 * OZ],
	["7.5", 7.5, 7.5 * OZ],
	[" 7,5 ", 7.5, 7.5 * OZ],
	["7,5 g", 7.5, 7.5],
	["7.5g", 7.5, 7.5],
	["7,5 G", 7.5, 7.5],
	[",5", 0.5, 0.5 * OZ],
	[".5", 0.5, 0.5 * OZ],
	["5,", 5, 5 * OZ],
	["5.", 5, 5 * OZ],
	["0,125", 0.125, 0.125 * OZ],
	["0.125", 0.125, 0.125 * OZ],
	["00,5", 0.5, 0.5 * OZ],
	["1.234,5", 1234.5, 1234.5 * OZ],
	["1,234.5", 1234.5, 1234.5 * OZ],
	["1 234,5", 1234.5, 1234.5 * OZ],
	["1 234.5", 1234.5, 1234.5 * OZ],
	["1\u202f234,5", 1234.5, 1234.5 * OZ],
	["1\u00a0234", 1234, 1234 * OZ],
	["12 345 678", 12345678, 12345678 * OZ],
	["1.234.567", 1234567, 1234567 * OZ],
	["1,234,567", 1234567, 1234567 * OZ],
	["1.234.567,8", 1234567.8, 1234567.8 * OZ],
	["1,234,567.8", 1234567.8, 1234567.8 * OZ],
	["12,50", 12.5, 12.5 * OZ],
	["12,5000", 12.5, 12.5 * OZ],
	["1250,5", 1250.5, 1250.5 * OZ],
	["1/2", 0.5, 0.5 * OZ],
	["1/2 oz", OZ / 2, OZ / 2],
	["1 1/2 oz", 1.5 * OZ, 1.5 * OZ],
	["½ oz", OZ / 2, OZ / 2],
	["1½ oz", 1.5 * OZ, 1.5 * OZ],
	["1 ¼", 1.25, 1.25 * OZ],
	["3/8 oz", 0.375 * OZ, 0.375 * OZ],
	["⅛ oz", OZ / 8, OZ / 8],
	["2 lb", 32 * OZ, 32 * OZ],
	["2 lb 3 oz", 35 * OZ, 35 * OZ],
	["2lb 3oz", 35 * OZ, 35 * OZ],
	["2 lbs 3,5 oz", 35.5 * OZ, 35.5 * OZ],
	["1 pound 1/2 ounce", 16.5 * OZ, 16.5 * OZ],
	["1,5 kg", 1500, 1500],
	["1 kg 250 g", 1250, 1250],
	["250 mg", 0.25, 0.25],
	["+3", 3, 3 * OZ],
	["-3", -3, -3 * OZ],
	["−3,5", -3.5, -3.5 * OZ],
	["-1 1/2", -1.5, -1.5 * OZ],
	["0", 0, 0],
	["0,0", 0, 0],
];

const VOLUMES: [string, number][] = [
	["250 ml", 250],
	["2,5 l", 2500],
	["5 cl", 50],
	["1 1/2 tsp", FL / 4],
	["1 tbsp", FL / 2],
	["2 cups", 16 * FL],
	["½ cup", 4 * FL],
	["3 fl oz", 3 * FL],
	["1 cup 2 tbsp", 9 * FL],
];

const LENGTHS: [string, number][] = [
	["9,84 in", 249.936],
	["3.54 inches", 89.916],
	['3 1/2"', 88.9],
	["3 1/2 in", 88.9],
	["25 cm", 250],
	["12,5 mm", 12.5],
	["2 in 3 mm", 53.8],
];

const WRONG = [
	"abc",
	"7,5,2",
	"1,2.3,4",
	"1..2",
	"7.5.2",
	"--3",
	"1/0",
	"1/2/3",
	"7 5",
	"12 34",
	"1,23,456",
	"g",
	"7 g oz",
	"1e3",
	"7,5 ml",
	"3 in",
	"5 stone",
	"2 3 oz",
	"½ ½",
	"1.23.4567",
];

describe("a number typed for a weight", () => {
	it.each(WEIGHTS)("%s", (text, metric, us) => {
		for (const [units, meant] of [
			["metric", metric],
			["us", us],
		] as const) {
			const read = readTyped(text, { quantity: "weight", units });
			expect(read.is).toBe("number");
			const value = read.is === "number" ? read.value : Number.NaN;
			expect(Math.abs(value - meant)).toBeLessThanOrEqual(1e-9 * Math.abs(meant));
		}
	});
	it.each(["1,250", "1.250", "12,345", "999.999", "1,250 g"])("%s is asked, never guessed", (text) => {
		const read = readTyped(text, { quantity: "weight", units: "metric" });
		const [small, large] = read.is === "unsure" ? read.could : [];
		expect(large).toBeCloseTo((small ?? 0) * 1000, 6);
	});
	it.each(WRONG)("%s is refused in words", (text) => {
		const read = readTyped(text, { quantity: "weight", units: "metric" });
		expect(read.is).toBe("wrong");
		expect(read.is === "wrong" && read.says).toMatch(/\.$/);
	});
	it("is nothing where nothing stands", () => {
		expect(readTyped(" \u00a0", { units: "us" })).toEqual({ is: "empty" });
	});
});

describe("a number typed for other things", () => {
	it.each(VOLUMES)("%s is a volume", (text, ml) => {
		const read = readTyped(text, { quantity: "volume", units: "metric" });
		expect(read.is === "number" && read.value).toBeCloseTo(ml, 6);
	});
	it.each(LENGTHS)("%s is a length", (text, mm) => {
		const read = readTyped(text, { quantity: "length", units: "us" });
		expect(read.is === "number" && read.value).toBeCloseTo(mm, 6);
	});
	it("may be followed by its own sign, and by no unit", () => {
		expect(readTyped("33,5 %", { units: "us", sign: "%" })).toMatchObject({ is: "number", value: 33.5 });
		expect(readTyped("33 g", { units: "us", sign: "%" })).toMatchObject({ is: "wrong" });
	});
	it("knows doses by weight, and temperatures with their own zero", () => {
		const of = (text: string, quantity: "dose" | "temperature", units: "metric" | "us") => {
			const read = readTyped(text, { quantity, units });
			return read.is === "number" ? Number(read.value.toFixed(4)) : read;
		};
		expect(of("7,5", "dose", "metric")).toBe(7.5);
		expect(of("0.08", "dose", "us")).toBe(5);
		expect(of("0.08 oz/lb", "dose", "metric")).toBe(5);
		expect(of("5 g/kg", "dose", "us")).toBe(5);
		expect(of("70", "temperature", "us")).toBe(21.1111);
		expect(of("70 °F", "temperature", "metric")).toBe(21.1111);
		expect(of("21,5 C", "temperature", "us")).toBe(21.5);
		expect(of("-4 °F", "temperature", "metric")).toBe(-20);
		expect(of("5 g", "dose", "metric")).toMatchObject({ says: "“g” measures a weight; here goes a dose." });
	});
	it.each([
		["1/2", 50],
		["half", 50],
		["a quarter", 25],
		["One third", 33.3333],
		["¾", 75],
		["1/2 %", 0.5],
		["40", 40],
	])("a share may be told as hands do: %s", (text, percent) => {
		const read = readTyped(text, { units: "metric", sign: "%" });
		expect(read.is === "number" && read.value).toBeCloseTo(percent, 3);
	});
	it("takes spoons for weights and doses only of what was weighed as spooned", () => {
		const jar = { units: "metric", bulk: 0.5 } as const;
		const grams = readTyped("1 1/2 tsp", { ...jar, quantity: "weight" });
		expect(grams.is === "number" && grams.value).toBeCloseTo(1.5 * 4.92892159 * 0.5, 6);
		// A teaspoon to the pound: 2.46 g to 453.6 g of oils.
		const dose = readTyped("1 tsp/lb", { ...jar, quantity: "dose" });
		expect(dose.is === "number" && dose.value).toBeCloseTo((4.92892159 * 0.5 * 1000) / 453.59237, 4);
		const thrice = readTyped("1 tbsp/lb", { ...jar, quantity: "dose" });
		expect(thrice.is === "number" && dose.is === "number" && thrice.value / dose.value).toBeCloseTo(3, 9);
		expect(readTyped("1 tsp/lb", { units: "metric", quantity: "dose" })).toMatchObject({ is: "wrong" });
		expect(readTyped("1 tsp", { units: "metric", quantity: "weight" })).toMatchObject({ is: "wrong" });
	});
	it("takes spoons of a jar as it stands mixed, by what its mix holds", () => {
		const jar = { units: "metric", quantity: "dose", mixed: 0.278 } as const;
		for (const typed of ["1 tsp mixed/lb", "1 tsp mix ppo", "1 TSP in oil / lb", "1 tsp mixed per pound"]) {
			const read = readTyped(typed, jar);
			expect(read.is === "number" && read.value, typed).toBeCloseTo(
				(4.92892159 * 0.278 * 1000) / 453.59237,
				4,
			);
		}
		// Dry, a spoon of it holds what was weighed; where nothing was, it says so.
		expect(readTyped("1 tsp/lb", jar)).toMatchObject({ says: expect.stringContaining("never weighed") });
		const dry = readTyped("1 tsp ppo", { ...jar, bulk: 0.5 });
		expect(dry.is === "number" && dry.value).toBeCloseTo((4.92892159 * 0.5 * 1000) / 453.59237, 4);
		expect(readTyped("1 tsp mixed/lb", { units: "metric", quantity: "dose", bulk: 0.5 })).toMatchObject({
			says: "This jar goes in dry.",
		});
	});
	it("tells a unit of another kind by name", () => {
		const read = readTyped("7 ml", { quantity: "weight", units: "metric" });
		expect(read.is === "wrong" && read.says).toBe("“ml” measures a volume; here goes a weight.");
	});
});
