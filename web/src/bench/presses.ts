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

const key = (loaf: string) => `archtop.bench.${loaf}`;

/** Presses the server does not have yet; they wait in this browser. */
export function readWaiting(loaf: string): BenchPress[] {
	try {
		return JSON.parse(localStorage.getItem(key(loaf)) ?? "[]") as BenchPress[];
	} catch {
		return [];
	}
}

export function keepWaiting(loaf: string, presses: readonly BenchPress[]): void {
	if (presses.length === 0) localStorage.removeItem(key(loaf));
	else localStorage.setItem(key(loaf), JSON.stringify(presses));
}
