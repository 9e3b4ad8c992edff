import type { BenchPress, NoteIn } from "../../api/types";
import { keep, kept } from "../../keeping/kept";

/** A rehearsed day as this browser keeps it. */
export interface Day {
	readonly seed: number;
	readonly presses: readonly BenchPress[];
	readonly notes: readonly NoteIn[];
	/** The day's clock: it showed ``base`` [ms] when the real one showed ``at``, and runs ``speed`` times as fast. */
	readonly clock: { readonly base: number; readonly at: number; readonly speed: number };
}

export const SPEEDS = [0, 1, 10, 60] as const;

export const newDay = (now: number, seed: number): Day => ({
	seed,
	presses: [],
	notes: [],
	clock: { base: now, at: now, speed: 10 },
});

/** What the day's clock shows [ms]. */
export const dayNow = ({ clock }: Day, real: number): number => clock.base + (real - clock.at) * clock.speed;

/** The clock set to another pace, or on by some minutes; what it shows jumps by nothing else. */
export const wound = (day: Day, real: number, change: { speed?: number; minutes?: number }): Day => ({
	...day,
	clock: {
		base: dayNow(day, real) + (change.minutes ?? 0) * 60_000,
		at: real,
		speed: change.speed ?? day.clock.speed,
	},
});

const key = (loaf: string) => `archtop.rehearsal.${loaf}`;

export function readDay(loaf: string): Day | null {
	try {
		return JSON.parse(kept(key(loaf)) ?? "null") as Day | null;
	} catch {
		return null; // Cut off: a new day is begun.
	}
}

export const keepDay = (loaf: string, day: Day): void =>
	void keep(key(loaf), JSON.stringify(day)).catch(() => {}); // A rehearsal can be begun again.
