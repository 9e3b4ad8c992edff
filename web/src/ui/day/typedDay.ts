import { addYears, format, isValid, parse, parseISO } from "date-fns";

/** How a day is written and read: by the house's order of day and month. */
export type DayOrder = "day first" | "month first";

const WRITTEN: Record<DayOrder, string> = { "day first": "d MMM yyyy", "month first": "MMM d, yyyy" };
const NAMED = ["d MMM yyyy", "d MMMM yyyy", "MMM d yyyy", "MMMM d yyyy"];
const NAMED_ALONE = ["d MMM", "d MMMM", "MMM d", "MMMM d"];
const NUMBERED: Record<DayOrder, readonly [string[], string[]]> = {
	"day first": [["d M yyyy", "d M yy"], ["d M"]],
	"month first": [["M d yyyy", "M d yy"], ["M d"]],
};
const ISO = /^\d{4}-\d{1,2}-\d{1,2}$/;
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i;

const iso = (day: Date) => format(day, "yyyy-MM-dd");

/** "12 Dec 2026" or "Dec 12, 2026", of an ISO day. */
export const writeDay = (day: string, order: DayOrder): string => format(parseISO(day), WRITTEN[order]);

/** "Sat 12 Dec 2026". */
export const tellDay = (day: string, order: DayOrder): string =>
	format(parseISO(day), `EEE ${WRITTEN[order]}`);

/**
 * A day as people type it, as an ISO day; `null` where it is none. Without a year it is the next such day.
 *
 * `whole`: whether nothing more can be meant, so that it may be handed on while it is typed.
 */
export function readDay(
	text: string,
	order: DayOrder,
	today: string,
): { day: string; whole: boolean } | null {
	const typed = text.trim().replace(WEEKDAY, "");
	if (ISO.test(typed)) {
		const day = parse(typed, "yyyy-M-d", new Date(0));
		return isValid(day) ? { day: iso(day), whole: typed.length === 10 } : null;
	}
	const plain = typed
		.replace(/(\d)(st|nd|rd|th)\b/gi, "$1")
		.replace(/[./,-]+/g, " ")
		.replace(/\s+/g, " ")
		.trim();
	const [numbered, numberedAlone] = NUMBERED[order];
	const now = parseISO(today);
	const full = found(plain, [...NAMED, ...numbered], now);
	if (full) return { day: iso(full), whole: /\d{4}$/.test(plain) };
	const alone = found(plain, [...NAMED_ALONE, ...numberedAlone], now);
	if (!alone) return null;
	return { day: iso(iso(alone) < today ? addYears(alone, 1) : alone), whole: false };
}

function found(text: string, ways: readonly string[], now: Date): Date | undefined {
	return ways
		.map((way) => parse(text, way, now))
		.find((day) => isValid(day) && day.getFullYear() > 1900 && day.getFullYear() < 2200);
}
