import { Plus } from "lucide-react";
import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";
import { addRun, newFinish, newItem, patchScatter, patchTop, topOf } from "./topChanges";

/** Something more for the top: piped, set down, or sprinkled. */
export function AddToTop({ onAdded }: { onAdded: (name: string) => void }) {
	const { document, edit } = useEditor();
	const { scatter, finishes = [] } = topOf(document);
	const unused = document.pieces.find((piece) => !scatter.items.some((item) => item.pieces === piece.id));
	const pipe = () => {
		const next = addRun(document);
		edit(addRun);
		onAdded(`pipe.${next.frosting?.runs.at(-1)?.id}`);
	};
	const set = () => {
		if (!unused) return;
		edit(patchScatter({ items: [...scatter.items, newItem(unused.id, unused.count)] }));
		onAdded(`strew.${unused.id}`);
	};
	const sprinkle = () => {
		const finish = newFinish(document);
		edit(patchTop({ finishes: [...finishes, finish] }));
		onAdded(`finish.${finish.id}`);
	};
	return (
		<div>
			<div className="flex flex-wrap gap-2">
				<Button onClick={pipe}>
					<Plus aria-hidden className="size-4" /> Pipe
				</Button>
				<Button onClick={set} disabled={!unused}>
					<Plus aria-hidden className="size-4" /> Set pieces
				</Button>
				<Button onClick={sprinkle}>
					<Plus aria-hidden className="size-4" /> Sprinkle or spray
				</Button>
			</div>
			{!unused && (
				<p className="mt-1 text-xs text-soft">
					{document.pieces.length === 0 ? "Small pieces are" : "Other small pieces are"} made in the section,
					under Pieces; then they can go on here.
				</p>
			)}
		</div>
	);
}
