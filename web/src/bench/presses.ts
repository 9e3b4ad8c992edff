import type { BenchPress } from "../api/types";

export interface Standing {
	/** Keys of the steps that stand as done or passed over, in the order they were pressed. */
	readonly done: readonly string[];
	/** A step that was taken up out of its turn and is not done yet. */
	readonly begun: string | null;
}

/** What a log comes to: undone, a step is taken back. */
export function standing(presses: readonly Pick<BenchPress, "step" | "action">[]): Standing {
	let done: string[] = [];
	let begun: string | null = null;
	for (const { step, action } of presses) {
		if (action === "begun") {
			begun = step;
			continue;
		}
		if (begun === step) begun = null;
		done = done.filter((other) => other !== step);
		if (action !== "undone") done.push(step);
	}
	return { done, begun };
}
