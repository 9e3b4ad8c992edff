import { describe, expect, it } from "vitest";
import type { BenchPress, Departure, Step, Trouble } from "../api/types";
import { logLines } from "./logLines";

const steps = [
	{ key: "loaf.oils", title: "Weigh the oils", amounts: [{ key: "olive", label: "Olive oil" }] },
	{ key: "loaf.mix", title: "Blend", amounts: [{ key: "comes", label: "Comes to" }] },
	{ key: "loaf.cut", title: "Unmould and cut", amounts: [{ key: "bar-1" }, { key: "bar-2" }] },
] as unknown as Step[];
const troubles = [{ key: "rice", name: "It riced" }] as Trouble[];
const departures = [{ key: "higher", name: "Poured from higher" }] as Departure[];

let count = 0;
const press = (step: string, more: Partial<BenchPress> = {}): BenchPress =>
	({
		press_id: String(count++),
		step,
		action: "done",
		pressed_at: "2027-03-05T18:00:00Z",
		...more,
	}) as BenchPress;
const told = (...presses: BenchPress[]) =>
	logLines(presses, steps, troubles, departures).map((line) => line.text);

describe("logLines", () => {
	it("tells the latest first, in the steps' own words", () => {
		expect(told(press("loaf.oils"), press("loaf.mix"))).toEqual(["Blend", "Weigh the oils"]);
	});

	it("tells what was taken back, passed over and taken first", () => {
		expect(
			told(
				press("loaf.mix", { action: "begun" }),
				press("loaf.oils", { action: "skipped" }),
				press("loaf.mix", { action: "undone" }),
			),
		).toEqual(["Taken back: Blend", "Passed over: Weigh the oils", "Taken first: Blend"]);
	});

	it("tells a tick only where a device showed something", () => {
		expect(told(press("loaf.oils#olive"))).toEqual([]);
		expect(told(press("loaf.oils#olive", { grams: 402.5 }))).toEqual(["Olive oil: 402.5 g on the scale"]);
		expect(told(press("loaf.mix#comes", { celsius: 34 }))).toEqual(["Blend: 34 °C"]);
	});

	it("tells troubles, other ways of doing it, being away, and how many bars were cut", () => {
		expect(
			told(
				press("trouble.rice"),
				press("instead.loaf.mix.higher"),
				press("away"),
				press("away", { action: "undone" }),
				press("loaf.cut"),
				press("loaf.turn"),
			),
		).toEqual([
			"The bars were turned",
			"Unmould and cut: bars 1 to 2",
			"Back at the bench",
			"Stepped away",
			"Poured from higher, at “Blend”",
			"It riced",
		]);
	});

	it("tells a step that the plan has lost by its key", () => {
		expect(told(press("loaf.gone"), press("trouble.gone"))).toEqual(["trouble.gone", "loaf.gone"]);
	});
});
