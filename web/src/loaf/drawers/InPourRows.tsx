import { Plus } from "lucide-react";
import type { Pour } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";

interface Props {
	pour: Pour;
	onChange: (pieces: Pour["pieces"]) => void;
}

/** Which small pieces a pour has in it: they take the place of batter. */
export function InPourRows({ pour, onChange }: Props) {
	const { document } = useEditor();
	const unused = document.pieces.find((piece) => !pour.pieces.some((item) => item.pieces === piece.id));
	if (document.pieces.length === 0) return null;
	const patch = (at: number, change: Partial<Pour["pieces"][number]>) =>
		onChange(pour.pieces.map((item, i) => (i === at ? { ...item, ...change } : item)));
	return (
		<div className="space-y-1.5">
			{pour.pieces.map((item, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; other pieces in it must keep the focus.
				<div key={i} className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
					<SelectField
						label={`Pieces ${i + 1} in ${pour.name}`}
						value={item.pieces}
						options={document.pieces.map((piece) => [piece.id, piece.name] as const)}
						onChange={(pieces) => patch(i, { pieces })}
					/>
					<NumberField
						label="How many"
						digits={0}
						value={item.count}
						onChange={(value) => patch(i, { count: Math.round(value) })}
					/>
					<RemoveButton
						aria-label={`Remove pieces ${i + 1} from ${pour.name}`}
						onClick={() => onChange(pour.pieces.filter((_, at) => at !== i))}
					/>
				</div>
			))}
			{unused && (
				<Button look="quiet" onClick={() => onChange([...pour.pieces, { pieces: unused.id, count: 1 }])}>
					<Plus aria-hidden className="size-4" /> Pieces in it
				</Button>
			)}
		</div>
	);
}
