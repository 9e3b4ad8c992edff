import type { BenchPress } from "../api/types";

/** Keys of the steps that stand as done, in the order they were pressed; an undone press takes its step back. */
export function stepsDone(presses: readonly Pick<BenchPress, "step" | "action">[]): string[] {
	let done: string[] = [];
	for (const press of presses) {
		done = done.filter((step) => step !== press.step);
		if (press.action === "done") done.push(press.step);
	}
	return done;
}
