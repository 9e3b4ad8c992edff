import { describe, expect, it } from "vitest";
import type { BenchPress, Departure, Step, Trouble } from "../api/types";
import { benchOf } from "./benchOf";
import { logLines } from "./logLines";

const steps = ["a", "b", "c"].map((key) => ({
	key,
	title: `Do ${key}`,
	amounts: [{ key: "oil", label: "Oil" }],
})) as unknown as Step[];

function bench(...given: [string, BenchPress["action"], Partial<BenchPress>?][]) {
	const presses: BenchPress[] = given.map(([step, action, shown], i) => ({
		press_id: `${i}`,
		step,
		action,
		pressed_at: `2027-03-01T10:0${i}:00Z`,
		grams: null,
		celsius: null,
		...shown,
	}));
	const put: [string, string][] = [];
	const made = benchOf(steps, presses, (step, action) => put.push([step, action]), 0);
	return { ...made, put, presses };
}
const keys = (of: { queue: readonly Step[] }) => of.queue.map((step) => step.key);

describe("benchOf", () => {
	it("puts a step that was taken up first at hand, and undo puts it back before it undoes anything", () => {
		const taken = bench(["a", "done"], ["c", "begun"]);
		expect(keys(taken)).toEqual(["c", "b"]);
		expect(taken.outOfTurn).toBe(true);
		taken.press();
		taken.undo();
		expect(taken.put).toEqual([
			["c", "done"],
			["c", "undone"],
		]);
		const plain = bench(["a", "done"]);
		plain.undo();
		expect(plain.put).toEqual([["a", "undone"]]);
	});

	it("knows since when nobody is there, and does not take that for a step", () => {
		const gone = bench(["a", "done"], ["away", "done"]);
		expect(gone.away).toBe("2027-03-01T10:01:00Z");
		expect(keys(gone)).toEqual(["b", "c"]);
		gone.undo();
		expect(gone.put).toEqual([["a", "undone"]]);
		expect(bench(["away", "done"], ["away", "undone"]).away).toBeNull();
	});

	it("undoes a trouble and a departure as it undoes a step", () => {
		const told = bench(["a", "done"], ["instead.b.waited", "done"]);
		told.undo();
		expect(told.put).toEqual([["instead.b.waited", "undone"]]);
	});
});

describe("the log in words", () => {
	const troubles = [{ key: "riced", name: "It has riced" }] as Trouble[];
	const departures = [{ key: "waited", name: "Waited longer" }] as Departure[];

	it("tells the latest first, and what a device showed", () => {
		const { presses } = bench(
			["a#oil", "done", { grams: 41.2 }],
			["b#oil", "done"],
			["a", "done"],
			["trouble.riced", "done"],
			["instead.b.waited", "done"],
			["away", "done"],
			["away", "undone"],
			["b#oil", "done", { celsius: 38.5 }],
			["c", "begun"],
		);
		expect(logLines(presses, steps, troubles, departures).map((line) => line.text)).toEqual([
			"Taken first: Do c",
			"Do b: 38.5 °C",
			"Back at the bench",
			"Stepped away",
			"Waited longer, at “Do b”",
			"It has riced",
			"Do a",
			"Oil: 41.2 g on the scale",
		]);
	});

	it("numbers the bars that are cut", () => {
		const amounts = [1, 2, 3].map((n) => ({ key: `bar-${n}`, label: `Bar ${n}` }));
		const cut = [{ key: "loaf.cut", title: "Unmould and cut", amounts }] as unknown as Step[];
		const { presses } = bench(["loaf.cut", "done"]);
		expect(logLines(presses, cut, troubles, departures)[0]?.text).toBe("Unmould and cut: bars 1 to 3");
	});
});
