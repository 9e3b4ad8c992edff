import { Plus, Trash2 } from "lucide-react";
import type { CavityPieces } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { FormulaChoice } from "./FormulaChoice";

const MATERIALS = [
	["silicone", "Silicone"],
	["stiff", "Stiff mould"],
] as const;

/** Small pieces cast by count in a cavity mould. */
export function PiecesDrawer() {
	const { document, edit } = useEditor();
	const count = document.pieces.reduce((sum, piece) => sum + piece.count, 0);
	const add = () =>
		edit((loaf) => ({
			...loaf,
			pieces: [
				...loaf.pieces,
				{
					id: freeId(
						"pieces",
						loaf.pieces.map((piece) => piece.id),
					),
					name: `Pieces ${loaf.pieces.length + 1}`,
					mould: { cavity_ml: 5, cavities: 12 },
					count: 12,
					material: "silicone",
					colour: loaf.colours[0]?.id ?? "plain",
					formula: null,
				},
			],
		}));
	return (
		<Drawer id="pieces" title="Pieces" line={count ? `${count} cast in cavities` : "No cavity pieces"}>
			{document.pieces.map((piece) => (
				<PieceFields key={piece.id} piece={piece} />
			))}
			<Button onClick={add}>
				<Plus aria-hidden className="size-4" /> Add cavity pieces
			</Button>
		</Drawer>
	);
}

function PieceFields({ piece }: { piece: CavityPieces }) {
	const { document, edit } = useEditor();
	const patch = (change: Partial<CavityPieces>) =>
		edit(
			(loaf) => ({
				...loaf,
				pieces: loaf.pieces.map((item) => (item.id === piece.id ? { ...item, ...change } : item)),
			}),
			`pieces ${piece.id} ${Object.keys(change)}`,
		);
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	return (
		<div className="space-y-2 rounded-lg border border-line bg-white p-2">
			<FieldRow>
				<TextField label="Name" value={piece.name} onChange={(name) => patch({ name })} />
				<SelectField
					label="Colour"
					value={piece.colour}
					options={colours}
					onChange={(colour) => patch({ colour })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="How many"
					digits={0}
					value={piece.count}
					onChange={(value) => patch({ count: Math.round(value) })}
				/>
				<NumberField
					label="One hollow holds"
					quantity="volume"
					digits={2}
					value={piece.mould.cavity_ml}
					onChange={(cavity_ml) => patch({ mould: { ...piece.mould, cavity_ml } })}
				/>
				<NumberField
					label="Hollows"
					digits={0}
					value={piece.mould.cavities}
					onChange={(value) => patch({ mould: { ...piece.mould, cavities: Math.round(value) } })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Mould"
					value={piece.material}
					options={MATERIALS}
					onChange={(material) => patch({ material })}
				/>
				<FormulaChoice value={piece.formula ?? null} onChange={(formula) => patch({ formula })} />
			</FieldRow>
			<Button
				look="danger"
				aria-label={`Remove ${piece.name}`}
				onClick={() =>
					edit((loaf) => ({ ...loaf, pieces: loaf.pieces.filter((item) => item.id !== piece.id) }))
				}
			>
				<Trash2 aria-hidden className="size-4" /> Remove
			</Button>
		</div>
	);
}
