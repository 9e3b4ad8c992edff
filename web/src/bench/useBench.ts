import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ApiProblem, benchQuery, pressStep } from "../api/queries";
import type { BenchPress, Step } from "../api/types";
import { keepWaiting, readWaiting, stepsDone } from "./presses";

const RETRY_MS = 3000;

export interface Bench {
	readonly done: ReadonlySet<string>;
	/** Index of the step to do now; ``steps.length`` when all is done. */
	readonly at: number;
	readonly press: () => void;
	readonly undo: () => void;
	/** Ticks something inside a step, or takes the tick back; it is logged like a press. */
	readonly tick: (key: string) => void;
	readonly canUndo: boolean;
	/** Presses not yet on the server. */
	readonly waiting: number;
}

/** The bench log of a loaf: presses stand at once, wait in this browser, and reach the server in their order. */
export function useBench(loaf: string, steps: readonly Step[]): Bench {
	const queries = useQueryClient();
	const { data } = useQuery(benchQuery(loaf));
	const [waiting, setWaiting] = useState(() => readWaiting(loaf));
	const queue = useRef(waiting);
	const busy = useRef(false);

	const keep = useCallback(
		(next: BenchPress[]) => {
			queue.current = next;
			keepWaiting(loaf, next);
			setWaiting(next);
		},
		[loaf],
	);

	const send = useCallback(async () => {
		if (busy.current) return;
		busy.current = true;
		try {
			for (let next = queue.current[0]; next; next = queue.current[0]) {
				const log = await pressStep(loaf, next);
				queries.setQueryData(benchQuery(loaf).queryKey, log);
				keep(queue.current.slice(1));
			}
		} catch (error) {
			// A press the server refuses would block all after it; one that did not arrive is tried again.
			if (error instanceof ApiProblem && error.status === 422) keep(queue.current.slice(1));
		} finally {
			busy.current = false;
		}
	}, [loaf, queries, keep]);

	useEffect(() => {
		if (waiting.length === 0) return;
		void send();
		const timer = setInterval(() => void send(), RETRY_MS);
		return () => clearInterval(timer);
	}, [waiting.length, send]);

	const order = useMemo(
		() => stepsDone([...(data?.entries ?? []), ...unsent(data?.entries ?? [], waiting)]),
		[data, waiting],
	);
	const done = useMemo(() => new Set(order), [order]);
	const known = useMemo(() => new Set(steps.map((step) => step.key)), [steps]);
	const at = steps.findIndex((step) => !done.has(step.key));
	const last = order.findLast((step) => known.has(step));
	const add = (step: string, action: BenchPress["action"]) =>
		keep([
			...queue.current,
			{ press_id: crypto.randomUUID(), step, action, pressed_at: new Date().toISOString() },
		]);

	return {
		done,
		at: at < 0 ? steps.length : at,
		press: () => {
			const step = steps[at];
			if (step) add(step.key, "done");
		},
		undo: () => {
			if (last) add(last, "undone");
		},
		tick: (key) => add(key, done.has(key) ? "undone" : "done"),
		canUndo: last !== undefined,
		waiting: waiting.length,
	};
}

function unsent(entries: readonly BenchPress[], waiting: readonly BenchPress[]): BenchPress[] {
	const sent = new Set(entries.map((entry) => entry.press_id));
	return waiting.filter((press) => !sent.has(press.press_id));
}
