import { describe, expect, it } from "vitest";
import type { Season } from "../api/types";
import { todayOf } from "./Today";

const NOW = new Date("2027-03-05T17:00:00Z");

function season(blocks: object[], waits: object[] = [], zone = "Europe/Berlin"): Season {
	const whole = blocks.map((block) => ({ earliest: "2027-03-01T00:00:00Z", held: "", ...block }));
	return { hours: { zone }, plan: { blocks: whole, waits }, rack: [] } as unknown as Season;
}

const job = (key: string, kind: string, start: string, more: object = {}) => ({
	key,
	kind,
	start,
	end: start.replace(":00:00Z", ":45:00Z"),
	...more,
});
const keys = (blocks: readonly { key: string }[]) => blocks.map((block) => block.key);

describe("todayOf", () => {
	it("counts the day on the studio's own clock", () => {
		const late = job("late", "cast", "2027-03-05T23:00:00Z");
		expect(keys(todayOf(season([late]), NOW).due)).toEqual([]);
		expect(keys(todayOf(season([late], [], "UTC"), NOW).due)).toEqual(["late"]);
	});

	it("tells the next three, and neither what is done nor when a loaf is ready", () => {
		const days = ["06", "07", "08", "09"].map((day) => job(day, "cast", `2027-03-${day}T10:00:00Z`));
		const done = job("done", "cast", "2027-03-06T08:00:00Z", { held: "done" });
		const ready = job("ready", "cured", "2027-03-06T07:00:00Z");
		expect(keys(todayOf(season([...days, done, ready]), NOW).next)).toEqual(["06", "07", "08"]);
	});

	it("tells what may be turned out once what it waits for is done and its time has come", () => {
		const cast = job("cast", "cast", "2027-03-04T10:00:00Z", { held: "done" });
		const out = (earliest: string) => job("out", "turn out", "2027-03-06T10:00:00Z", { earliest });
		const wait = { before: "cast", after: "out", end: "2027-03-05T12:00:00Z" };
		expect(keys(todayOf(season([cast, out("2027-03-05T12:00:00Z")], [wait]), NOW).may)).toEqual(["out"]);
		expect(keys(todayOf(season([cast, out("2027-03-06T12:00:00Z")], [wait]), NOW).may)).toEqual([]);
		expect(keys(todayOf(season([out("2027-03-05T12:00:00Z")], [wait]), NOW).may)).toEqual([]);
	});

	it("tells what waits and until when, and what is late", () => {
		const cast = job("cast", "cast", "2027-03-05T10:00:00Z", { held: "done" });
		const out = job("out", "turn out", "2027-03-06T10:00:00Z");
		const missed = job("missed", "pour", "2027-03-05T09:00:00Z");
		const waits = [
			{ before: "cast", after: "out", end: "2027-03-06T08:00:00Z" },
			{ before: "cast", after: "loaf/fit", end: "2027-03-06T08:00:00Z" },
			{ before: "cast", after: "over", end: "2027-03-05T11:00:00Z" },
		];
		const found = todayOf(season([cast, out, missed], waits), NOW);
		expect(found.waiting.map((wait) => wait.after)).toEqual(["out"]);
		expect(keys(found.late)).toEqual(["missed"]);
	});

	it("tells bars that have lain long enough on one side, and no others", () => {
		const bars = (name: string, turn_from: string | null) => ({ name, times: { turn_from } });
		const rack = [
			bars("due", "2027-03-05T16:00:00Z"),
			bars("later", "2027-03-06T16:00:00Z"),
			bars("nearly cured", null),
		];
		const found = todayOf({ ...season([]), rack } as unknown as Season, NOW);
		expect(found.turn.map(({ name }) => name)).toEqual(["due"]);
	});

	it("is empty where nothing is planned yet", () => {
		const none = { hours: { zone: "UTC" }, plan: null, rack: [] } as unknown as Season;
		expect(Object.values(todayOf(none, NOW)).flat()).toEqual([]);
	});
});
