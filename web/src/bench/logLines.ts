import type { BenchPress, Departure, Step, Trouble } from "../api/types";
import { inQuotes } from "../ui/inQuotes";
import { temperatureText, type Units, withUnit } from "../ui/units";

export interface LogLine {
	readonly id: string;
	readonly at: string;
	readonly text: string;
}

const ACTIONS = {
	done: "",
	undone: "Taken back: ",
	skipped: "Passed over: ",
	begun: "Taken first: ",
} as const;

/** ": bars 1 to 10" where a step cuts them. */
function barsOf(step: Step | undefined): string {
	const bars = (step?.amounts ?? []).filter((amount) => amount.key.startsWith("bar-"));
	return bars.length > 0 ? `: bars 1 to ${bars.length}` : "";
}

/** The log in words, the latest first; ticks inside a step are told only where a device showed something. */
export function logLines(
	presses: readonly BenchPress[],
	steps: readonly Step[],
	troubles: readonly Trouble[],
	departures: readonly Departure[],
	units: Units = "metric",
): LogLine[] {
	const titles = new Map(steps.map((step) => [step.key, step]));
	const words = ({ step: key, action, grams, celsius }: BenchPress): string | null => {
		if (key === "away") return action === "done" ? "Stepped away" : "Back at the bench";
		if (key === "loaf.turn") return `${ACTIONS[action]}The bars were turned`;
		if (key.startsWith("trouble.")) {
			return ACTIONS[action] + (troubles.find((item) => `trouble.${item.key}` === key)?.name ?? key);
		}
		if (key.startsWith("instead.")) {
			const told = departures.find((item) => key.endsWith(`.${item.key}`));
			const of = titles.get(key.slice("instead.".length, -(told?.key.length ?? 0) - 1));
			return `${ACTIONS[action]}${told?.name ?? "Did it differently"}${of ? `, at ${inQuotes(of.title)}` : ""}`;
		}
		const [step = "", amount] = key.split("#");
		const title = titles.get(step)?.title ?? step;
		if (!amount) return ACTIONS[action] + title + barsOf(titles.get(step));
		const label = titles.get(step)?.amounts.find((item) => item.key === amount)?.label ?? amount;
		if (grams != null)
			return `${ACTIONS[action]}${label}: ${units === "us" ? withUnit(grams, "weight", units) : `${grams} g`} on the scale`;
		if (celsius != null)
			return `${ACTIONS[action]}${title}: ${units === "us" ? temperatureText(celsius, units) : `${celsius} °C`}`;
		return null;
	};
	return presses
		.flatMap((press) => {
			const text = words(press);
			return text === null ? [] : [{ id: press.press_id, at: press.pressed_at, text }];
		})
		.reverse();
}
