import { TZDate } from "@date-fns/tz";
import { addDays, differenceInCalendarDays, formatISO, parseISO, startOfWeek } from "date-fns";
import { houseNow } from "./counting";

/** Moments on the studio's own clock, wherever the reader is. */

/** "2027-03-05T18:30" on the clock of a zone. */
export const local = (iso: string, zone: string): string => formatISO(new TZDate(iso, zone)).slice(0, 16);

export const localDay = (iso: string, zone: string): string => local(iso, zone).slice(0, 10);
export const localTime = (iso: string, zone: string): string => local(iso, zone).slice(11);

const utc = (moment: Date): string => new Date(moment.getTime()).toISOString();

/** The moment at which a zone's clock shows that. */
export function moment(shown: string, zone: string): string {
	const [year = 0, month = 1, day = 1, hour = 0, minute = 0] = shown.split(/\D/).map(Number);
	return utc(new TZDate(year, month - 1, day, hour, minute, zone));
}

/** The same time of day so many days later. */
export const daysLater = (iso: string, days: number, zone: string): string =>
	utc(addDays(new TZDate(iso, zone), days));

const dayOf = (date: Date): string => formatISO(date, { representation: "date" });

/** So many days after a day. */
export const dayAfter = (day: string, days: number): string => dayOf(addDays(parseISO(day), days));

/** Days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
	differenceInCalendarDays(parseISO(to), parseISO(from));

/** The first day of a day's week: Monday, or Sunday where the studio's weeks begin with that. */
export const weekOf = (day: string): string =>
	dayOf(startOfWeek(parseISO(day), { weekStartsOn: houseNow().week_begins === "Sunday" ? 0 : 1 }));
