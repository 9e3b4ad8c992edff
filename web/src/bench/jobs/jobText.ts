import type { BenchJob } from "../../api/types";
import { dayShort } from "../../ui/dates";
import { inQuotes } from "../../ui/inQuotes";
import { localDay, localTime } from "../../ui/zoneTime";

/** How a job stands, by a sign that does not need colour, and in words. */
export const STANDS: Record<BenchJob["stands"], readonly [string, string]> = {
	done: ["✓", "done"],
	missed: ["✕", "too late"],
	late: ["!", "late"],
	due: ["●", "due today"],
	ready: ["○", "ready to do"],
	waiting: ["◔", "waiting"],
	early: ["◌", "too early"],
	after: ["…", "comes after another"],
};

/** Held up for now: asked about once before it is begun all the same. */
export const heldUp = (job: BenchJob): boolean =>
	!job.begun && ["waiting", "early", "after", "missed"].includes(job.stands);

const DAY_MS = 86_400_000;

/** "today 18:00", "tomorrow 09:00", "Sat 5 Dec 18:00", on the studio's clock. */
export function when(iso: string, zone: string, now: number): string {
	const day = localDay(iso, zone);
	const away = (days: number) => localDay(new Date(now + days * DAY_MS).toISOString(), zone);
	const name =
		day === away(0) ? "today" : day === away(1) ? "tomorrow" : day === away(-1) ? "yesterday" : dayShort(day);
	return `${name} ${localTime(iso, zone)}`;
}

/** "23 h 40 min", "12 min", "3 days 4 h". */
export function leftText(ms: number): string {
	const minutes = Math.max(Math.ceil(ms / 60_000), 0);
	const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
	if (days > 0) return `${days} ${days === 1 ? "day" : "days"}${hours ? ` ${hours} h` : ""}`;
	if (hours > 0) return `${hours} h${rest ? ` ${rest} min` : ""}`;
	return `${rest} min`;
}

/** From when on a job that is too early can be done. */
export const notBefore = (job: BenchJob, zone: string, now: number): string =>
	job.until ? `not before ${when(job.until, zone, now)}` : "too early";

/** How it stands, in words: what holds it up, or what is wrong. */
export function toldOf(job: BenchJob, zone: string, now: number): string {
	const [, words] = STANDS[job.stands];
	if (job.begun) return `${job.done} of ${job.steps} steps: next ${inQuotes(job.next_step ?? "")}`;
	if (job.stands === "missed" || job.stands === "late") return `${words}. ${job.why}`;
	// Where it is planned, its hour stands before it; where it is not, that it comes later is said there already.
	if (job.start && job.stands === "after") return job.why;
	if (job.start && job.stands === "early") return notBefore(job, zone, now);
	return words;
}

/** When, in one line; under the heading of its ``day`` the time alone. */
export function timeText(job: BenchJob, zone: string, now: number, day?: string): string {
	const at = (iso: string) => (localDay(iso, zone) === day ? localTime(iso, zone) : when(iso, zone, now));
	if (job.begun) return `begun ${at(job.begun)}`;
	switch (job.stands) {
		case "done":
			return job.since ? `done ${at(job.since)}` : "done";
		case "missed":
			return job.until ? `was due by ${at(job.until)}` : "its time is over";
		case "late":
			return job.start
				? `was planned for ${at(job.start)}`
				: job.until
					? `was due by ${at(job.until)}`
					: "late";
		case "waiting":
			return job.until ? `in ${leftText(Date.parse(job.until) - now)}, ${at(job.until)}` : "waits";
		case "early":
			// Where it is planned, that is when; that it would be too soon now is told beside it.
			return job.start ? at(job.start) : notBefore(job, zone, now);
	}
	if (job.start) return at(job.start);
	if (job.stands === "after") return job.why;
	return job.until ? `by ${at(job.until)}` : job.stands === "ready" ? "any time" : "";
}
