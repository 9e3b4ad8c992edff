import { useState } from "react";
import type { Step } from "../api/types";
import { inQuotes } from "../ui/inQuotes";
import type { Bench } from "./benchOf";
import { waitLook } from "./waitLook";

/** Something that is asked once before it is done: why, and what says that one knows. */
export interface Asked {
	readonly why: string;
	readonly yes: string;
	readonly go: () => void;
	readonly leave: () => void;
}

/** Minutes that a step waits for, where it is a wait. */
export const minutesOf = (step: Step): number | undefined =>
	step.do === "wait" ? step.amounts.find((amount) => amount.unit === "min")?.value : undefined;

/**
 * The bench with a question before what may hurt: a wait ended before its time, and a step with a caution that is taken
 * before another. One press, gloved, goes on.
 */
export function useGate(bench: Bench, now: () => number): { bench: Bench; asked: Asked | null } {
	const [asked, setAsked] = useState<Asked | null>(null);
	const ask = (step: Step, why: string, act: () => void) => {
		const leave = () => setAsked(null);
		const go = () => {
			act();
			leave();
		};
		setAsked({ why, yes: step.asks ?? "", go, leave });
	};
	const [at] = bench.queue;
	const ending = (act: () => void) => () => {
		const minutes = at && minutesOf(at);
		const left = at?.asks && minutes && bench.since ? waitLook(bench.since, minutes, now()) : null;
		if (at && left && !left.over) ask(at, `${at.title}: ${left.text} left, an estimate.`, act);
		else act();
	};
	const begin = (key: string) => {
		const step = bench.queue.find((item) => item.key === key);
		if (step?.asks && at && step !== at)
			ask(step, `${inQuotes(at.title)} comes before ${inQuotes(step.title)}.`, () => bench.begin(key));
		else bench.begin(key);
	};
	return { bench: { ...bench, press: ending(bench.press), skip: ending(bench.skip), begin }, asked };
}
