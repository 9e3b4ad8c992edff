import type { BenchPress } from "../api/types";

/** Keys of the steps that stand as done or passed over, in the order they were pressed; undone, a step is taken back. */
export function stepsDone(presses: readonly Pick<BenchPress, "step" | "action">[]): string[] {
	let done: string[] = [];
	for (const press of presses) {
		done = done.filter((step) => step !== press.step);
		if (press.action !== "undone") done.push(press.step);
	}
	return done;
}
