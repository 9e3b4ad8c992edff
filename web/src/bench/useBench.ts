import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import { benchQuery, clocksQuery, pressStep } from "../api/queries";
import type { BenchPress, Step } from "../api/types";
import { stepsDone } from "./presses";
import { useOutbox } from "./useOutbox";

export interface Bench {
	readonly done: ReadonlySet<string>;
	/** Index of the step to do now; ``steps.length`` when all is done. */
	readonly at: number;
	readonly press: () => void;
	readonly undo: () => void;
	/** Passes over the step at hand; the log says so. */
	readonly skip: () => void;
	/** When the step before this one was pressed. */
	readonly since: string | null;
	/** Ticks something inside a step, or takes the tick back; it is logged like a press. */
	readonly tick: (key: string, grams?: number) => void;
	/** Writes down that something happened that is no step; once is enough. */
	readonly happened: (key: string) => void;
	readonly canUndo: boolean;
	/** Presses not yet on the server. */
	readonly waiting: number;
}

/** The bench log of a loaf: presses stand at once, wait in this browser, and reach the server in their order. */
export function useBench(loaf: string, steps: readonly Step[]): Bench {
	const queries = useQueryClient();
	const { data } = useQuery(benchQuery(loaf));
	const send = useCallback(
		async (press: BenchPress) => {
			const log = await pressStep(loaf, press);
			queries.setQueryData(benchQuery(loaf).queryKey, log);
			// Mixing starts a clock, colour and scent bend it.
			void queries.invalidateQueries({ queryKey: clocksQuery(loaf).queryKey });
		},
		[loaf, queries],
	);
	const { waiting, add: put } = useOutbox<BenchPress>(`bench.${loaf}`, send);

	const presses = useMemo(
		() => [...(data?.entries ?? []), ...unsent(data?.entries ?? [], waiting)],
		[data, waiting],
	);
	const order = useMemo(() => stepsDone(presses), [presses]);
	const done = useMemo(() => new Set(order), [order]);
	const known = useMemo(() => new Set(steps.map((step) => step.key)), [steps]);
	const at = steps.findIndex((step) => !done.has(step.key));
	const last = order.findLast((step) => known.has(step) || step.startsWith("trouble."));
	const since =
		presses.findLast((press) => press.step === last && press.action !== "undone")?.pressed_at ?? null;
	const add = (step: string, action: BenchPress["action"], grams: number | null = null) =>
		put({ press_id: crypto.randomUUID(), step, action, pressed_at: new Date().toISOString(), grams });

	return {
		done,
		at: at < 0 ? steps.length : at,
		press: () => {
			const step = steps[at];
			if (step) add(step.key, "done");
		},
		skip: () => {
			const step = steps[at];
			if (step) add(step.key, "skipped");
		},
		since,
		undo: () => {
			if (last) add(last, "undone");
		},
		tick: (key, grams) => add(key, done.has(key) ? "undone" : "done", grams),
		happened: (key) => {
			if (!done.has(key)) add(key, "done");
		},
		canUndo: last !== undefined,
		waiting: waiting.length,
	};
}

function unsent(entries: readonly BenchPress[], waiting: readonly BenchPress[]): BenchPress[] {
	const sent = new Set(entries.map((entry) => entry.press_id));
	return waiting.filter((press) => !sent.has(press.press_id));
}
