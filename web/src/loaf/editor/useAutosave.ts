import { useCallback, useEffect, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { ApiProblem, StaleSave, saveLoaf } from "../../api/queries";
import type { Loaf, StaleReport } from "../../api/types";
import { dropDraft, keepDraft } from "./draft";

export type SaveState =
	| { readonly is: "kept"; readonly revision: number }
	| { readonly is: "changed" }
	| { readonly is: "refused" }
	| { readonly is: "offline" }
	/** The server is reached and cannot keep it. */
	| { readonly is: "full" }
	| { readonly is: "signed out" }
	/** This browser cannot keep it either. */
	| { readonly is: "unkept" }
	| { readonly is: "stale"; readonly report: StaleReport };

const REST_MS = 700;
const RETRY_MS = 3000;
/** So many saves without an answer are remembered; older ones have long been followed by others. */
const MOST_LOST = 50;

/** States that are left only by a save that comes through. */
const WAITS: ReadonlySet<SaveState["is"]> = new Set(["offline", "full", "signed out", "unkept"]);

interface Autosave {
	readonly state: SaveState;
	/** Save over the newer revision, or what was joined of both: a person decided so. */
	readonly keepMine: (joined?: Loaf) => void;
}

const STATES: Readonly<Record<number, "refused" | "signed out" | "full">> = {
	401: "signed out",
	422: "refused",
	507: "full",
};

/** What an error at saving leaves the document as. */
function stateAfter(error: unknown): SaveState {
	if (error instanceof StaleSave) return { is: "stale", report: error.report };
	const status = error instanceof ApiProblem ? error.status : 0;
	return { is: STATES[status] ?? "offline" };
}

/**
 * Saves when the hands rest, one request at a time. Until the server has it, every change also waits in this browser.
 * A document whose plan does not hold is refused and waits there; a save that came too late stops until a person has
 * chosen.
 *
 * @param sent saves that an earlier page of this browser sent and saw no answer to
 */
export function useAutosave(
	id: string,
	document: Loaf,
	saved: Loaf,
	revision: number,
	sent: readonly string[] = [],
): Autosave {
	const [state, setState] = useState<SaveState>({ is: "kept", revision });
	const newest = useRef(document);
	const onServer = useRef(saved);
	const basedOn = useRef(revision);
	const busy = useRef(false);
	const stale = useRef(false);
	// A save whose answer was lost may have come: it is sent again under its own name, or told by the next.
	const lost = useRef<{ document?: Loaf; saveId: string }[]>(sent.map((saveId) => ({ saveId })));
	const editedAt = useRef(Date.now());
	if (newest.current !== document) editedAt.current = Date.now();
	newest.current = document;

	const keepNewest = useCallback(
		() =>
			keepDraft(
				id,
				basedOn.current,
				newest.current,
				lost.current.map((save) => save.saveId),
				editedAt.current,
			),
		[id],
	);

	const flush = useCallback(async () => {
		if (busy.current || stale.current) return;
		busy.current = true;
		try {
			while (newest.current !== onServer.current) {
				const sent = newest.current;
				const again = lost.current.find((save) => save.document === sent);
				const saveId = again?.saveId ?? newId();
				if (!again) lost.current = [...lost.current, { document: sent, saveId }].slice(-MOST_LOST);
				// Should this page end before the answer, the next knows what was on its way.
				await keepNewest().catch(() => {});
				const others = lost.current.map((save) => save.saveId).filter((other) => other !== saveId);
				const answer = await saveLoaf(id, basedOn.current, sent, saveId, others).catch((error) => {
					// What it was mended to meanwhile is not refused with it.
					if (stateAfter(error).is !== "refused" || newest.current === sent) throw error;
				});
				if (!answer) continue;
				lost.current = [];
				onServer.current = sent;
				basedOn.current = answer.revision;
				if (newest.current !== sent) keepNewest().catch(() => {});
			}
			dropDraft(id);
			setState({ is: "kept", revision: basedOn.current });
		} catch (error) {
			const next = stateAfter(error);
			stale.current = next.is === "stale";
			// Without a connection it matters most that it is kept nowhere.
			setState((last) => (last.is === "unkept" && next.is === "offline" ? last : next));
		} finally {
			busy.current = false;
		}
	}, [id, keepNewest]);

	useEffect(() => {
		if (document === onServer.current && !busy.current) {
			// Undone back to what the server has: nothing is waiting any more.
			if (!stale.current) {
				dropDraft(id);
				setState({ is: "kept", revision: basedOn.current });
			}
			return;
		}
		keepNewest().catch(() =>
			setState((last) => (last.is === "changed" || last.is === "offline" ? { is: "unkept" } : last)),
		);
		if (stale.current) return;
		setState((last) => (WAITS.has(last.is) ? last : { is: "changed" }));
		const timer = setTimeout(() => void flush(), REST_MS);
		return () => clearTimeout(timer);
	}, [id, document, flush, keepNewest]);

	useEffect(() => {
		if (!WAITS.has(state.is)) return;
		const timer = setInterval(() => void flush(), RETRY_MS);
		return () => clearInterval(timer);
	}, [state.is, flush]);

	// Leaving for the list or another loaf does not wait for the rest.
	useEffect(() => () => void flush(), [flush]);

	const keepMine = (joined?: Loaf) => {
		if (state.is !== "stale") return;
		basedOn.current = state.report.current.number;
		stale.current = false;
		setState({ is: "changed" });
		// It is drawn a moment later.
		if (joined) {
			newest.current = joined;
			editedAt.current = Date.now();
		}
		void flush();
	};
	return { state, keepMine };
}
