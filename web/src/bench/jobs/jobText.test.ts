import { describe, expect, it } from "vitest";
import type { BenchJob } from "../../api/types";
import { heldUp, leftText, timeText, toldOf, when } from "./jobText";

const NOW = Date.parse("2026-12-05T10:00:00Z");
const ZONE = "Europe/Berlin";
const job = (more: Partial<BenchJob>): BenchJob =>
	({ stands: "ready", begun: null, start: null, until: null, since: null, why: "", ...more }) as BenchJob;

describe("when, on the studio's clock", () => {
	it.each([
		["2026-12-05T17:30:00Z", "today 18:30"],
		["2026-12-05T23:30:00Z", "tomorrow 00:30"],
		["2026-12-04T08:00:00Z", "yesterday 09:00"],
		["2026-12-09T08:00:00Z", "Wed 9 Dec 09:00"],
	])("%s: %s", (iso, told) => expect(when(iso, ZONE, NOW)).toBe(told));
});

it.each([
	[0, "0 min"],
	[61_000, "2 min"],
	[3_600_000, "1 h"],
	[5_400_000, "1 h 30 min"],
	[90_000_000, "1 day 1 h"],
	[172_800_000, "2 days"],
])("%d ms are left: %s", (ms, told) => expect(leftText(ms)).toBe(told));

describe("how a job stands, in one line", () => {
	const iso = "2026-12-09T08:00:00Z";
	it.each<[Partial<BenchJob>, string]>([
		[{ stands: "due", start: "2026-12-05T17:30:00Z" }, "today 18:30"],
		[{ stands: "late", start: "2026-12-04T08:00:00Z" }, "was planned for yesterday 09:00"],
		[{ stands: "waiting", until: "2026-12-05T12:00:00Z" }, "in 2 h, today 13:00"],
		[{ stands: "early", until: iso }, "not before Wed 9 Dec 09:00"],
		[{ stands: "early", until: iso, start: iso }, "Wed 9 Dec 09:00"],
		[{ stands: "missed", until: "2026-12-04T08:00:00Z" }, "was due by yesterday 09:00"],
		[{ stands: "done", since: "2026-12-05T09:00:00Z" }, "done today 10:00"],
		[{ stands: "after", why: "Comes after “Cast”." }, "Comes after “Cast”."],
		[{}, "any time"],
		[{ begun: "2026-12-04T08:00:00Z", stands: "after" }, "begun yesterday 09:00"],
	])("%j: %s", (more, told) => expect(timeText(job(more), ZONE, NOW)).toBe(told));

	it("leaves out the day under its own heading", () => {
		expect(timeText(job({ start: iso }), ZONE, NOW, "2026-12-09")).toBe("09:00");
	});
});

it.each<[Partial<BenchJob>, string]>([
	[{ begun: "2026-12-04T08:00:00Z", done: 3, steps: 8, next_step: "Split" }, "3 of 8 steps: next “Split”"],
	[{ stands: "missed", why: "Cut it now." }, "too late. Cut it now."],
	[{ stands: "after", why: "Comes after “Cast”.", start: "2026-12-09T08:00:00Z" }, "Comes after “Cast”."],
	[
		{ stands: "early", start: "2026-12-09T08:00:00Z", until: "2026-12-06T08:00:00Z" },
		"not before tomorrow 09:00",
	],
	[{ stands: "waiting" }, "waiting"],
])("%j is told: %s", (more, told) => expect(toldOf(job(more), ZONE, NOW)).toBe(told));

it("is held up while it waits, not once it is begun", () => {
	for (const stands of ["waiting", "early", "after", "missed"] as const) {
		expect(heldUp(job({ stands }))).toBe(true);
		expect(heldUp(job({ stands, begun: "2026-12-04T08:00:00Z" }))).toBe(false);
	}
	for (const stands of ["due", "late", "ready", "done"] as const) expect(heldUp(job({ stands }))).toBe(false);
});
