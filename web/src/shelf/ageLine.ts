import type { ShelfLine } from "../api/types";

const DAY_MS = 86_400_000;
const days = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

export interface AgeLook {
	/** Days from the making, and where they end on the line. */
	readonly ready: number;
	readonly best: number | null;
	readonly today: number;
	readonly end: number;
}

/** Where a lot stands on its line of days, from the day it was made; the line ends a little after all that is on it. */
export function ageLook(line: ShelfLine): AgeLook {
	const { made_on } = line.lot;
	const ready = days(made_on, line.state.ready_on);
	const best = line.state.best_before ? days(made_on, line.state.best_before) : null;
	const today = Math.max(line.state.age_days, 0);
	return { ready, best, today, end: Math.max(ready, best ?? 0, today, 1) * 1.12 };
}
