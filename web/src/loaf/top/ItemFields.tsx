import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { mended } from "../editor/mended";
import { PlacingFields } from "./PlacingFields";
import { type Item, patchItem, topOf } from "./topChanges";

const LIES = [
	["across", "Across the loaf"],
	["along", "Along it"],
	["any way", "Any way"],
] as const;

/** Pieces of one kind on the top: how many, where, and how they lie. */
export function ItemFields({ item }: { item: Item }) {
	const { document, edit, live } = useEditor();
	const patch = (change: Partial<Item>) =>
		edit(patchItem(item.pieces, change), `strewn ${item.pieces} ${Object.keys(change)}`);
	const taken = new Set(topOf(document).scatter.items.map((other) => other.pieces));
	const options = document.pieces
		.filter((piece) => piece.id === item.pieces || !taken.has(piece.id))
		.map((piece) => [piece.id, piece.name] as const);
	const lack = live.plan.top.scatter?.lacking.find((other) => other.pieces === item.pieces);
	return (
		<>
			<FieldRow>
				<SelectField
					label="Pieces"
					value={item.pieces}
					options={options}
					onChange={(pieces) => patch({ pieces })}
				/>
				<NumberField
					label="How many"
					digits={0}
					value={item.count}
					onChange={(count) => patch({ count: Math.max(1, Math.round(count)) })}
				/>
			</FieldRow>
			{lack && (
				<div role="status" className="rounded border border-brass bg-brass-wash p-2 text-sm">
					<p>
						{lack.many} find no place: {lack.why}.
					</p>
					<div className="mt-1 flex flex-wrap gap-2">
						{lack.ways.map((way) => (
							<Button key={way.says} onClick={() => edit(mended(way))}>
								{way.says}
							</Button>
						))}
					</div>
				</div>
			)}
			<PlacingFields item={item} onChange={patch} />
			<FieldRow>
				<SelectField
					label="Longer ones lie"
					value={item.lies ?? "across"}
					options={LIES}
					onChange={(lies) => patch({ lies })}
				/>
				<NumberField
					label="Lean by"
					suffix="°"
					digits={0}
					value={item.leans_deg ?? 0}
					onChange={(leans_deg) => patch({ leans_deg })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Pressed in by"
					quantity="length"
					value={item.sunk_mm ?? 0}
					onChange={(sunk_mm) => patch({ sunk_mm })}
				/>
				<NumberField
					label="Drawn in over"
					quantity="length"
					value={item.trail_mm ?? 0}
					onChange={(trail_mm) => patch({ trail_mm })}
				/>
			</FieldRow>
			<CheckField
				label="What it pushes aside is pushed back up around it"
				checked={item.rim ?? false}
				onChange={(rim) => patch({ rim })}
			/>
			<CheckField
				label="The wire may go through them"
				checked={item.may_be_cut ?? false}
				onChange={(may_be_cut) => patch({ may_be_cut })}
			/>
		</>
	);
}
