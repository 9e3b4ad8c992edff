import { houseNow } from "./counting";

/** Moments on the studio's own clock, wherever the reader is. */

const PARTS = new Map<string, Intl.DateTimeFormat>();

function format(zone: string): Intl.DateTimeFormat {
	const known = PARTS.get(zone);
	if (known) return known;
	const made = new Intl.DateTimeFormat("en-GB", {
		timeZone: zone,
		year: "numeric",
		month: "2-digit",
		day: "2-digit",
		hour: "2-digit",
		minute: "2-digit",
		hourCycle: "h23",
	});
	PARTS.set(zone, made);
	return made;
}

/** "2027-03-05T18:30" on the clock of a zone. */
export function local(iso: string, zone: string): string {
	const found = Object.fromEntries(
		format(zone)
			.formatToParts(new Date(iso))
			.map(({ type, value }) => [type, value]),
	);
	return `${found.year}-${found.month}-${found.day}T${found.hour}:${found.minute}`;
}

export const localDay = (iso: string, zone: string): string => local(iso, zone).slice(0, 10);
export const localTime = (iso: string, zone: string): string => local(iso, zone).slice(11);

/** The moment at which a zone's clock shows that: twice corrected, so that it holds on the days clocks change. */
export function moment(shown: string, zone: string): string {
	const wanted = Date.parse(`${shown}:00Z`);
	let guess = wanted;
	for (let i = 0; i < 2; i += 1)
		guess += wanted - Date.parse(`${local(new Date(guess).toISOString(), zone)}:00Z`);
	return new Date(guess).toISOString();
}

/** The same time of day so many days later. */
export function daysLater(iso: string, days: number, zone: string): string {
	const shown = local(iso, zone);
	return moment(`${dayAfter(shown.slice(0, 10), days)}T${shown.slice(11)}`, zone);
}

/** So many days after a day. */
export const dayAfter = (day: string, days: number): string =>
	new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** Days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
	Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

/** The first day of a day's week: Monday, or Sunday where the studio's weeks begin with that. */
export const weekOf = (day: string): string => {
	const sunday = houseNow().week_begins === "Sunday";
	return dayAfter(day, -((new Date(`${day}T00:00:00Z`).getUTCDay() + (sunday ? 0 : 6)) % 7));
};
