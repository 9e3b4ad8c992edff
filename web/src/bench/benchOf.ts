import type { BenchPress, Step } from "../api/types";
import { standing } from "./presses";

/** What a device showed when something was ticked off. */
export interface Shown {
	readonly grams?: number;
	readonly celsius?: number;
}

export interface Bench {
	readonly done: ReadonlySet<string>;
	/** What is still to do, the step at hand first. */
	readonly queue: readonly Step[];
	/** Whether the step at hand was taken up out of its turn. */
	readonly outOfTurn: boolean;
	readonly presses: readonly BenchPress[];
	readonly press: () => void;
	readonly undo: () => void;
	/** Passes over the step at hand; the log says so. */
	readonly skip: () => void;
	/** Takes a step up out of its turn. */
	readonly begin: (step: string) => void;
	/** When the step before this one was pressed. */
	readonly since: string | null;
	/** Since when nobody is at the bench. */
	readonly away: string | null;
	/** Ticks something inside a step, or takes the tick back; it is logged like a press. */
	readonly tick: (key: string, shown?: Shown) => void;
	/** Writes down that something happened that is no step; once is enough. */
	readonly happened: (key: string) => void;
	readonly canUndo: boolean;
	/** Presses that are nowhere but in this browser yet. */
	readonly waiting: number;
	/** Whether they wait because the server is not reached. */
	readonly stuck: boolean;
	/** Whether the server is reached and cannot keep them. */
	readonly full: boolean;
	/** Whether this browser could keep one of them only as long as the page is open. */
	readonly unkept: boolean;
}

export type Put = (step: string, action: BenchPress["action"], shown?: Shown) => void;

const AWAY = "away";

/** The bench as a log makes it; ``put`` adds to the log. */
export function benchOf(
	steps: readonly Step[],
	presses: readonly BenchPress[],
	put: Put,
	waiting: number,
	{ stuck, full, unkept } = { stuck: false, full: false, unkept: false },
): Bench {
	const { done: order, begun } = standing(presses);
	const done = new Set(order);
	const known = new Set(steps.map((step) => step.key));
	const open = steps.filter((step) => !done.has(step.key));
	const first = open.find((step) => step.key === begun);
	const queue = first ? [first, ...open.filter((step) => step !== first)] : open;
	const outOfTurn = first !== undefined && first !== open[0];
	const isStep = (key: string) => known.has(key) || key.startsWith("trouble.") || key.startsWith("instead.");
	const last = order.findLast(isStep);
	const pressedAt = (key: string | undefined) =>
		presses.findLast((press) => press.step === key && press.action !== "undone")?.pressed_at ?? null;
	const now = queue[0];
	return {
		done,
		queue,
		outOfTurn,
		presses,
		press: () => now && put(now.key, "done"),
		skip: () => now && put(now.key, "skipped"),
		begin: (step) => put(step, "begun"),
		since: pressedAt(last),
		away: done.has(AWAY) ? pressedAt(AWAY) : null,
		undo: () => {
			if (outOfTurn && first) put(first.key, "undone");
			else if (last) put(last, "undone");
		},
		tick: (key, shown) => put(key, done.has(key) ? "undone" : "done", shown),
		happened: (key) => {
			if (!done.has(key)) put(key, "done");
		},
		canUndo: outOfTurn || last !== undefined,
		waiting,
		stuck,
		full,
		unkept,
	};
}
