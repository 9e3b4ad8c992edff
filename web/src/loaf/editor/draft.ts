import type { Loaf } from "../../api/types";

interface Draft {
	readonly basedOn: number;
	readonly document: Loaf;
}

const key = (id: string) => `archtop.draft.${id}`;

/** Edits not yet on the server wait in this browser, so that a crash or a lost connection loses nothing. */
export function keepDraft(id: string, basedOn: number, document: Loaf): void {
	localStorage.setItem(key(id), JSON.stringify({ basedOn, document }));
}

export function readDraft(id: string): Draft | null {
	const text = localStorage.getItem(key(id));
	if (!text) return null;
	try {
		return JSON.parse(text) as Draft;
	} catch {
		return null;
	}
}

export const dropDraft = (id: string): void => localStorage.removeItem(key(id));
