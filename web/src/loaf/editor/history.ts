/** Undo and redo over immutable documents. Changes with the same ``stroke`` (one drag, one field) count as one. */
export interface History<T> {
	readonly past: readonly T[];
	readonly present: T;
	readonly future: readonly T[];
	readonly stroke: string | null;
}

const LIMIT = 200;

export const begin = <T>(present: T): History<T> => ({ past: [], present, future: [], stroke: null });

export function change<T>(history: History<T>, next: T, stroke: string | null = null): History<T> {
	if (next === history.present) return history;
	const same = stroke !== null && stroke === history.stroke;
	return {
		past: same ? history.past : [...history.past, history.present].slice(-LIMIT),
		present: next,
		future: [],
		stroke,
	};
}

export function undo<T>(history: History<T>): History<T> {
	const previous = history.past.at(-1);
	if (previous === undefined) return history;
	return {
		past: history.past.slice(0, -1),
		present: previous,
		future: [history.present, ...history.future],
		stroke: null,
	};
}

export function redo<T>(history: History<T>): History<T> {
	const [next, ...future] = history.future;
	if (next === undefined) return history;
	return { past: [...history.past, history.present], present: next, future, stroke: null };
}

/** The stroke is over: the next change starts its own step. */
export const lift = <T>(history: History<T>): History<T> => ({ ...history, stroke: null });
