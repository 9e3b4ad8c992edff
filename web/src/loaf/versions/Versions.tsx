import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Loaf } from "../../api/types";
import { versionsQuery } from "../../api/versions";
import { clockText, dayText } from "../../ui/dates";
import { LargeDialog } from "../../ui/LargeDialog";
import { useEditor } from "../editor/EditorContext";
import { type Against, Parts } from "./Parts";

interface Props {
	/** Where two hands saved: what the other saved. Without it one is chosen from the list of all. */
	against?: Against;
	onTaken?: (joined: Loaf) => void;
	onClose: () => void;
}

/** Another version of the loaf beside the open one: an earlier one, or what another hand saved meanwhile. */
export default function Versions({ against, onTaken, onClose }: Props) {
	const { save } = useEditor();
	const [chosen, setChosen] = useState<number | null>(null);
	const shown = against ?? (chosen === null ? null : { revision: chosen });
	return (
		<Dialog.Root open onOpenChange={(open) => !open && onClose()}>
			<LargeDialog
				className="w-[860px]"
				title={against ? "Yours and the other, part by part" : "Earlier versions"}
				says={
					against
						? "Ticked: only the other hand touched it. Tick what else you want as the other has it; the rest stays as you have it. Both versions are kept whatever you choose."
						: "Every saved version is kept. Choose one, tick what you want back, and it comes into the loaf; Undo takes it out again."
				}
			>
				<div className={against ? "mt-4" : "mt-4 grid gap-5 md:grid-cols-[15rem_minmax(0,1fr)]"}>
					{!against && (
						<Kept chosen={chosen} choose={setChosen} now={save.is === "kept" ? save.revision : 0} />
					)}
					{shown ? (
						<Parts
							key={shown.revision}
							{...shown}
							onTaken={(joined) => {
								onTaken?.(joined);
								onClose();
							}}
						/>
					) : (
						<p className="text-soft text-sm">Choose a version on the list.</p>
					)}
				</div>
			</LargeDialog>
		</Dialog.Root>
	);
}

interface KeptProps {
	chosen: number | null;
	choose: (revision: number) => void;
	/** The revision that is open: nothing is different there. */
	now: number;
}

function Kept({ chosen, choose, now }: KeptProps) {
	const { id } = useEditor();
	const { data } = useQuery(versionsQuery(id));
	if (!data) return <p className="text-sm">Looking…</p>;
	return (
		<ul className="max-h-[60vh] space-y-1 overflow-y-auto pr-1">
			{data
				.filter((line) => line.kept_aside || line.number !== now)
				.map((line) => (
					<li key={line.id}>
						<button
							type="button"
							aria-pressed={line.id === chosen}
							className={`w-full rounded-lg border px-3 py-1.5 text-left text-sm ${line.id === chosen ? "border-rim bg-rim-wash" : "border-line hover:bg-rim-wash"}`}
							onClick={() => choose(line.id)}
						>
							<span className="block font-semibold">
								{line.kept_aside ? "Kept aside" : `Revision ${line.number}`}
							</span>
							<span className="block text-soft text-xs">
								{dayText(line.saved_at)}, {clockText(line.saved_at)}
								{line.kept_aside && `, made from revision ${line.number}`}
							</span>
						</button>
					</li>
				))}
			{data.length === 1 && <li className="text-soft text-sm">There is no earlier one.</li>}
		</ul>
	);
}
