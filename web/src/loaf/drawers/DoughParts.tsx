import { Plus } from "lucide-react";
import type { DoughPart } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";

export const newPart: DoughPart = { shape: "ball", colour: "", across: 10, long: 10, thick: 2, count: 1 };

const SHAPES = [
	["ball", "Ball"],
	["coil", "Coil"],
	["teardrop", "Teardrop"],
	["sheet", "Sheet"],
	["cone", "Cone"],
	["petal", "Petal"],
] as const;

/** The shapes one piece is put together from. */
export function DoughParts({
	parts,
	onChange,
}: {
	parts: readonly DoughPart[];
	onChange: (parts: DoughPart[]) => void;
}) {
	const { document } = useEditor();
	const colours = [
		["", "As the piece"] as const,
		...document.colours.map((colour) => [colour.id, colour.name] as const),
	];
	const patch = (at: number, change: Partial<DoughPart>) =>
		onChange(parts.map((part, i) => (i === at ? { ...part, ...change } : part)));
	return (
		<div className="space-y-1.5">
			{parts.map((part, i) => (
				<div
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another shape in it must keep the focus.
					key={i}
					className="grid grid-cols-[1fr_1fr_52px_auto] items-end gap-1.5 border-line border-b pb-2"
				>
					<SelectField
						label={`Shape ${i + 1}`}
						value={part.shape}
						options={SHAPES}
						onChange={(shape) => patch(i, { shape })}
					/>
					<SelectField
						label={`Its colour, shape ${i + 1}`}
						value={part.colour ?? ""}
						options={colours}
						onChange={(colour) => patch(i, { colour })}
					/>
					<NumberField
						label="Of it"
						digits={0}
						value={part.count}
						onChange={(value) => patch(i, { count: Math.round(value) })}
					/>
					<RemoveButton
						className="px-1!"
						aria-label={`Remove shape ${i + 1}`}
						disabled={parts.length === 1}
						onClick={() => onChange(parts.filter((_, at) => at !== i))}
					/>
					<div className="col-span-4 grid grid-cols-3 gap-1.5">
						<NumberField
							label="Across"
							quantity="length"
							value={part.across}
							onChange={(across) => patch(i, { across })}
						/>
						<NumberField
							label="Long"
							quantity="length"
							value={part.long}
							onChange={(long) => patch(i, { long })}
						/>
						<NumberField
							label="Thick"
							quantity="length"
							value={part.thick}
							onChange={(thick) => patch(i, { thick })}
						/>
					</div>
				</div>
			))}
			<Button look="quiet" onClick={() => onChange([...parts, newPart])}>
				<Plus aria-hidden className="size-4" /> Add a shape
			</Button>
		</div>
	);
}
