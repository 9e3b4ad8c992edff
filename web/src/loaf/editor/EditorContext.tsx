import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from "react";
import type { Loaf, LoafOut } from "../../api/types";
import { RefusalContext } from "../../ui/refusal";
import { useUnits } from "../../ui/UnitsContext";
import { readDraft } from "./draft";
import { begin, change, lift, redo, undo } from "./history";
import { type SaveState, useAutosave } from "./useAutosave";
import { type LivePlan, useLivePlan } from "./useLivePlan";
import { useRefusals } from "./useRefusals";

export type Edit = (make: (loaf: Loaf) => Loaf, stroke?: string) => void;

interface Editor {
	readonly id: string;
	readonly document: Loaf;
	readonly live: LivePlan;
	readonly edit: Edit;
	/** The end of a drag: what follows is a step of its own. */
	readonly liftHand: () => void;
	readonly undo: () => void;
	readonly redo: () => void;
	readonly canUndo: boolean;
	readonly canRedo: boolean;
	readonly save: SaveState;
	readonly keepMine: (joined?: Loaf) => void;
	readonly restored: boolean;
}

const EditorContext = createContext<Editor | null>(null);

/** Holds one open loaf: its document with undo, its plan, and its saving. */
export function EditorProvider({ loaf, children }: { loaf: LoafOut; children: ReactNode }) {
	const draft = useMemo(() => readDraft(loaf.id), [loaf.id]);
	const [history, setHistory] = useState(() => begin(draft?.document ?? loaf.document));
	const document = history.present;
	const first = { plan: loaf.plan, of: loaf.document, problems: loaf.problems };
	const live = useLivePlan(document, first, loaf.id, useUnits().units);
	const basedOn = draft?.basedOn ?? loaf.revision;
	const { state, keepMine } = useAutosave(loaf.id, document, loaf.document, basedOn, draft?.sent);
	const refusals = useRefusals(live.problems);
	const { edited } = refusals;
	const edit: Edit = useCallback(
		(make, stroke) => {
			edited();
			setHistory((last) => change(last, make(last.present), stroke ?? null));
		},
		[edited],
	);
	const back = useCallback(() => setHistory(undo), []);
	const forth = useCallback(() => setHistory(redo), []);
	const liftHand = useCallback(() => setHistory(lift), []);

	useEffect(() => {
		const listen = (event: KeyboardEvent) => {
			if (!(event.ctrlKey || event.metaKey)) return;
			const pressed = event.key.toLowerCase();
			if (pressed !== "z" && pressed !== "y") return;
			event.preventDefault();
			if (pressed === "y" || event.shiftKey) forth();
			else back();
		};
		window.addEventListener("keydown", listen);
		return () => window.removeEventListener("keydown", listen);
	}, [back, forth]);

	return (
		<EditorContext
			value={{
				id: loaf.id,
				document,
				live,
				edit,
				liftHand,
				undo: back,
				redo: forth,
				canUndo: history.past.length > 0,
				canRedo: history.future.length > 0,
				save: state,
				keepMine,
				restored: draft !== null,
			}}
		>
			<RefusalContext value={refusals}>{children}</RefusalContext>
		</EditorContext>
	);
}

export function useEditor(): Editor {
	const editor = useContext(EditorContext);
	if (!editor) throw new Error("useEditor() is only for components inside <EditorProvider>.");
	return editor;
}
