import { counted, houseNow } from "./counting";
import { moment } from "./wallClock";

const written = (month: "long" | "short") => {
	const how = { weekday: "short", day: "numeric", month, timeZone: "UTC" } as const;
	const [british, american] = [new Intl.DateTimeFormat("en-GB", how), new Intl.DateTimeFormat("en-US", how)];
	return (date: Date) => (houseNow().dates === "month first" ? american : british).format(date);
};
const day = written("long");
const short = written("short");
const CLOCK = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** The day it is where the reader is, as "2027-03-05". */
export function today(now = moment()): string {
	return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}

/** "Sat 5 December" from an ISO date. */
export const dayText = (iso: string): string => day(new Date(`${iso.slice(0, 10)}T00:00:00Z`));

/** "Sat 5 Dec" from an ISO date. */
export const dayShort = (iso: string): string =>
	short(new Date(`${iso.slice(0, 10)}T00:00:00Z`)).replace(",", "");

/** "14:05" where the reader is. */
export const clockText = (iso: string): string => CLOCK.format(new Date(iso));

/** "3 days", "36 h": a wait in the words of the workshop. */
export function hoursText(hours: number): string {
	const size = Math.abs(hours);
	if (size < 48 && size % 24 !== 0) return `${Math.round(size)} h`;
	const days = size / 24;
	if (days >= 21 && days % 7 === 0) return `${days / 7} weeks`;
	return days === 1 ? "1 day" : counted(`${Number(days.toFixed(1))} days`);
}
