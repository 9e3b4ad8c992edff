import { useQuery } from "@tanstack/react-query";
import { Download, Redo2, Undo2 } from "lucide-react";
import { NavLink, Outlet } from "react-router";
import { sessionQuery } from "../api/queries";
import { Button, buttonClass } from "../ui/Button";
import { WhenHere } from "../ui/Coming";
import { Problems } from "../ui/Problems";
import { Shell } from "../ui/Shell";
import { Announced } from "./Announced";
import { useEditor } from "./editor/EditorContext";
import { mended } from "./editor/mended";
import { SaveNote } from "./editor/SaveNote";
import { EarlierVersions } from "./versions/EarlierVersions";

const PLACES = [
	["", "Section"],
	["formula", "Formula"],
	["colours", "Colours"],
	["top", "Top"],
	["look", "Look"],
	["pots", "Pots"],
	["order", "Order"],
	["bench", "Bench"],
	["cut", "Cut"],
	["notes", "Notes"],
] as const;

/** Where somebody with a pass goes. */
const FOR_GUESTS: ReadonlySet<string> = new Set(["bench", "notes"]);

/** A loaf's own room: its name, how it is kept, and the places in the order of work. */
export function LoafRoom() {
	const { id, document, live, undo, redo, canUndo, canRedo, edit } = useEditor();
	const guest = useQuery(sessionQuery).data?.pass_to != null;
	return (
		<Shell>
			<title>{`${document.name} · Arch Top`}</title>
			<div className="no-print mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
				<h1 className="text-2xl">{document.name}</h1>
				<nav
					aria-label="Places of this loaf"
					className="flex max-w-full gap-1 overflow-x-auto rounded-xl bg-bench-deep p-1"
				>
					{PLACES.filter(([path]) => !guest || FOR_GUESTS.has(path)).map(([path, text]) => (
						<NavLink
							key={path}
							to={path ? `/loaf/${id}/${path}` : `/loaf/${id}`}
							end
							className={({ isActive }) =>
								`rounded-lg px-3 py-1 font-semibold no-underline ${isActive ? "bg-rim text-on-rim" : "text-ink hover:bg-enamel"}`
							}
						>
							{text}
						</NavLink>
					))}
				</nav>
				<div className="ml-auto flex items-center gap-1.5" hidden={guest}>
					<SaveNote />
					<Button look="quiet" onClick={undo} disabled={!canUndo} aria-label="Undo" title="Undo (Ctrl+Z)">
						<Undo2 aria-hidden className="size-5" />
					</Button>
					<Button
						look="quiet"
						onClick={redo}
						disabled={!canRedo}
						aria-label="Redo"
						title="Redo (Ctrl+Shift+Z)"
					>
						<Redo2 aria-hidden className="size-5" />
					</Button>
					<EarlierVersions />
					<a className={buttonClass()} href={`/api/loaves/${id}/document`} download>
						<Download aria-hidden className="size-4" /> Export
					</a>
				</div>
			</div>
			{live.problems.length > 0 && (
				<div className="mb-3">
					<Problems
						problems={live.problems}
						of={document}
						onMend={(mend) => edit(mended(mend))}
						title="This cannot be made as it stands. The drawing shows the last plan that held; what you typed is kept in this browser."
					/>
				</div>
			)}
			<Announced />
			<WhenHere>
				<Outlet />
			</WhenHere>
		</Shell>
	);
}
