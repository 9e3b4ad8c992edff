import type { Loaf } from "../../api/types";
import { drop, keep, kept, keptKeys } from "../../keeping/kept";
import { livesElsewhere, thisTab } from "../../keeping/tab";

interface Draft {
	readonly basedOn: number;
	readonly document: Loaf;
	/** When it was last edited: being kept again, as each try to send it does, makes it no later. */
	readonly at?: number;
	/** Saves on their way when it was kept: whichever came, it was made from that one. */
	readonly sent?: readonly string[];
}

const head = (id: string) => `archtop.draft.${id}`;
/** Each tab has its own, so that two of them never overwrite each other. */
const keyOf = (id: string) => `${head(id)}.${thisTab()}`;

/**
 * Edits not yet on the server wait in this browser, so that a crash or a lost connection loses nothing. Rejects where
 * it cannot keep them.
 */
export const keepDraft = (
	id: string,
	basedOn: number,
	document: Loaf,
	sent: readonly string[] = [],
	at = Date.now(),
): Promise<void> => keep(keyOf(id), JSON.stringify({ basedOn, document, at, sent }));

function read(key: string): Draft | null {
	try {
		return JSON.parse(kept(key) ?? "null") as Draft | null;
	} catch {
		return null;
	}
}

/** This tab's own edits, or the latest that a tab which has gone left behind: they become this one's. */
export function readDraft(id: string): Draft | null {
	const mine = read(keyOf(id));
	if (mine) return mine;
	const left = keptKeys(head(id))
		.filter((key) => !livesElsewhere(key.slice(head(id).length + 1)))
		.flatMap((key) => {
			const draft = read(key);
			return draft ? [{ key, draft }] : [];
		})
		.sort((a, b) => (a.draft.at ?? 0) - (b.draft.at ?? 0))
		.at(-1);
	if (!left) return null;
	keepDraft(id, left.draft.basedOn, left.draft.document, left.draft.sent).then(
		() => left.key !== keyOf(id) && drop(left.key),
		() => {},
	);
	return left.draft;
}

export const dropDraft = (id: string): void => drop(keyOf(id));
