import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { loafQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { clockText } from "../../ui/dates";
import { dropDraft } from "./draft";
import { useEditor } from "./EditorContext";
import type { SaveState } from "./useAutosave";

const TEXTS: Record<Exclude<SaveState["is"], "stale" | "kept">, string> = {
	changed: "Saving…",
	refused: "Not saved until it can be made; kept in this browser",
	full: "The studio's disk is full: kept in this browser, trying again",
	offline: "No connection: kept in this browser, trying again",
	unkept: "This browser can keep no more: leave this page open until it is saved",
	"signed out": "Sign in again, in another tab: kept here, and saved then",
};

const Versions = lazy(() => import("../versions/Versions"));

/** How the loaf is kept, in a few words; when two hands saved, the choice between them. */
export function SaveNote() {
	const { id, save, keepMine } = useEditor();
	const queries = useQueryClient();
	const [apart, setApart] = useState(false);
	if (save.is === "kept")
		return <p className="text-sm text-soft" role="status">{`Saved · revision ${save.revision}`}</p>;
	if (save.is !== "stale") {
		return (
			<p
				className={`text-sm ${save.is === "changed" ? "text-soft" : "font-semibold text-brass"}`}
				role="status"
			>
				{TEXTS[save.is]}
			</p>
		);
	}
	const takeTheirs = () => {
		dropDraft(id);
		queries.removeQueries({ queryKey: loafQuery(id).queryKey });
		location.reload();
	};
	return (
		<div
			role="alert"
			className="flex flex-wrap items-center gap-2 rounded-lg bg-brass-wash px-3 py-1.5 text-sm"
		>
			<p>
				Saved elsewhere at {clockText(save.report.current.saved_at)} (revision {save.report.current.number}).
				Yours is kept aside as well.
			</p>
			<Button onClick={() => setApart(true)}>Part by part</Button>
			<Button onClick={() => keepMine()}>Go on with mine</Button>
			<Button onClick={takeTheirs}>Open the other</Button>
			{apart && (
				<Suspense>
					<Versions
						against={{ revision: save.report.current.id, basedOn: save.report.kept.based_on }}
						onTaken={keepMine}
						onClose={() => setApart(false)}
					/>
				</Suspense>
			)}
		</div>
	);
}
