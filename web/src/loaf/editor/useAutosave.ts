import { useCallback, useEffect, useRef, useState } from "react";
import { ApiProblem, StaleSave, saveLoaf } from "../../api/queries";
import type { Loaf, StaleReport } from "../../api/types";
import { dropDraft, keepDraft } from "./draft";

export type SaveState =
	| { readonly is: "kept"; readonly revision: number }
	| { readonly is: "changed" }
	| { readonly is: "refused" }
	| { readonly is: "offline" }
	| { readonly is: "stale"; readonly report: StaleReport };

const REST_MS = 700;
const RETRY_MS = 3000;

interface Autosave {
	readonly state: SaveState;
	/** Save over the newer revision: a person decided so. */
	readonly keepMine: () => void;
}

/** What an error at saving leaves the document as. */
function stateAfter(error: unknown): SaveState {
	if (error instanceof StaleSave) return { is: "stale", report: error.report };
	const refused = error instanceof ApiProblem && error.status === 422;
	return { is: refused ? "refused" : "offline" };
}

/**
 * Saves when the hands rest, one request at a time. Until the server has it, every change also waits in this browser.
 * A document whose plan does not hold is refused and waits there; a save that came too late stops until a person has
 * chosen.
 */
export function useAutosave(id: string, document: Loaf, saved: Loaf, revision: number): Autosave {
	const [state, setState] = useState<SaveState>({ is: "kept", revision });
	const newest = useRef(document);
	const onServer = useRef(saved);
	const basedOn = useRef(revision);
	const busy = useRef(false);
	const stale = useRef(false);
	newest.current = document;

	const flush = useCallback(async () => {
		if (busy.current || stale.current) return;
		busy.current = true;
		try {
			while (newest.current !== onServer.current) {
				const sent = newest.current;
				const answer = await saveLoaf(id, basedOn.current, sent);
				onServer.current = sent;
				basedOn.current = answer.revision;
				if (newest.current !== sent) keepDraft(id, basedOn.current, newest.current);
			}
			dropDraft(id);
			setState({ is: "kept", revision: basedOn.current });
		} catch (error) {
			const next = stateAfter(error);
			stale.current = next.is === "stale";
			setState(next);
		} finally {
			busy.current = false;
		}
	}, [id]);

	useEffect(() => {
		if (document === onServer.current && !busy.current) {
			// Undone back to what the server has: nothing is waiting any more.
			if (!stale.current) {
				dropDraft(id);
				setState({ is: "kept", revision: basedOn.current });
			}
			return;
		}
		keepDraft(id, basedOn.current, document);
		if (stale.current) return;
		setState((last) => (last.is === "offline" ? last : { is: "changed" }));
		const timer = setTimeout(() => void flush(), REST_MS);
		return () => clearTimeout(timer);
	}, [id, document, flush]);

	useEffect(() => {
		if (state.is !== "offline") return;
		const timer = setInterval(() => void flush(), RETRY_MS);
		return () => clearInterval(timer);
	}, [state.is, flush]);

	// Leaving for the list or another loaf does not wait for the rest.
	useEffect(() => () => void flush(), [flush]);

	const keepMine = () => {
		if (state.is !== "stale") return;
		basedOn.current = state.report.current.number;
		stale.current = false;
		setState({ is: "changed" });
		void flush();
	};
	return { state, keepMine };
}
