import { useEffect, useRef, useState } from "react";
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

/**
 * Saves when the hands rest. A document whose plan does not hold is refused by the server and waits in this browser;
 * a save that came too late stops until a person has chosen.
 */
export function useAutosave(id: string, document: Loaf, saved: Loaf, revision: number): Autosave {
	const [state, setState] = useState<SaveState>({ is: "kept", revision });
	const basedOn = useRef(revision);
	const onServer = useRef(saved);
	const busy = useRef(false);
	const [attempt, setAttempt] = useState(0);
	const stale = state.is === "stale";

	useEffect(() => {
		if (document === onServer.current || stale) return;
		keepDraft(id, basedOn.current, document);
		setState((last) => (last.is === "offline" ? last : { is: "changed" }));
		const save = async () => {
			if (busy.current) {
				setAttempt((n) => n + 1);
				return;
			}
			busy.current = true;
			try {
				const answer = await saveLoaf(id, basedOn.current, document);
				basedOn.current = answer.revision;
				onServer.current = document;
				dropDraft(id);
				setState({ is: "kept", revision: answer.revision });
			} catch (error) {
				if (error instanceof StaleSave) setState({ is: "stale", report: error.report });
				else if (error instanceof ApiProblem && error.status === 422) setState({ is: "refused" });
				else {
					setState({ is: "offline" });
					setTimeout(() => setAttempt((n) => n + 1), RETRY_MS);
				}
			} finally {
				busy.current = false;
			}
		};
		const timer = setTimeout(save, attempt > 0 && busy.current ? 100 : REST_MS);
		return () => clearTimeout(timer);
	}, [id, document, stale, attempt]);

	const keepMine = () => {
		if (state.is !== "stale") return;
		basedOn.current = state.report.current.number;
		setState({ is: "changed" });
	};
	return { state, keepMine };
}
