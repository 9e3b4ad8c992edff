import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Make, Pieces } from "../../api/types";
import { isSo, useCatalogue } from "../../api/useCatalogue";
import { paintOf } from "../../drawing/paint";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { freeId, removePieces, usesOf } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { BodyFields, bodyOf } from "./BodyFields";
import { CutFromBars } from "./CutFromBars";
import { FormulaChoice } from "./FormulaChoice";
import { LotChoice } from "./LotChoice";
import { MakeFields } from "./MakeFields";
import { PaintedFields } from "./PaintedFields";
import { PouredFields } from "./PouredFields";
import { SheetLayout } from "./SheetLayout";

const MATERIALS = [
	["silicone", "Silicone"],
	["stiff", "Stiff mould"],
] as const;

/** Small pieces made beforehand, by any of the trade's ways. */
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
					make: { kind: "cavity", mould: { cavity_ml: 5, cavities: 12 } },
					count: 12,
					material: "silicone",
					moulds: 1,
					colour: loaf.colours[0]?.id ?? "plain",
					formula: null,
				},
			],
		}));
	return (
		<Drawer id="pieces" title="Pieces" line={count ? `${count} small pieces` : "No small pieces"}>
			{document.pieces.map((piece) => (
				<PieceFields key={piece.id} piece={piece} />
			))}
			<DoughNeeds />
			<Button onClick={add}>
				<Plus aria-hidden className="size-4" /> Add small pieces
			</Button>
		</Drawer>
	);
}

/** Dough of each colour, over all that is kneaded for this loaf. */
function DoughNeeds() {
	const { live } = useEditor();
	const names = new Map(live.of.colours.map((colour) => [colour.id, colour.name]));
	if (live.plan.dough.length === 0) return null;
	return (
		<section aria-label="Dough to knead" className="rounded-lg border border-line bg-paper p-2">
			<h3 className="font-semibold text-sm">Dough to knead</h3>
			<dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1.5 text-sm">
				{live.plan.dough.map((need) => {
					const name = names.get(need.colour) ?? need.colour;
					return (
						<div key={need.colour} className="col-span-2 grid grid-cols-subgrid">
							<dt>{name}</dt>
							<dd>
								<FigureValue figure={need.weight} label={`Dough, ${name}`} digits={0} />
							</dd>
						</div>
					);
				})}
			</dl>
		</section>
	);
}

function PieceFields({ piece }: { piece: Pieces }) {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const ways = useCatalogue("ways");
	const patch = (change: Partial<Pieces>) =>
		edit(
			(loaf) => ({
				...loaf,
				pieces: loaf.pieces.map((item) => (item.id === piece.id ? { ...item, ...change } : item)),
			}),
			`pieces ${piece.id} ${Object.keys(change)}`,
		);
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	const made = live.plan.made[piece.id];
	const volume = (ml: number) => withUnit(ml, "volume", units, units === "metric" ? 1 : 2);
	const holds = live.plan.small_holds.filter((hold) => hold.pieces === piece.id);
	const colourOf = paintOf(live.of, live.plan).colour;
	return (
		<div className="space-y-2 rounded-lg border border-line bg-paper p-2" data-pieces={piece.id}>
			<FieldRow>
				<TextField label="Name" value={piece.name} onChange={(name) => patch({ name })} />
				<NumberField
					label={(document.moulds ?? 1) > 1 ? "How many for each mould" : "How many"}
					digits={0}
					value={piece.count}
					onChange={(value) => patch({ count: Math.round(value) })}
				/>
				{!piece.poured && (
					<SelectField
						label="Colour"
						value={piece.colour}
						options={colours}
						onChange={(colour) => patch({ colour })}
					/>
				)}
			</FieldRow>
			<MakeFields
				make={piece.make}
				// What the other way does not know of goes.
				onChange={(make: Make) =>
					patch({
						make,
						...(!isSo(ways, make.kind, "several") && { poured: null }),
						...(isSo(ways, make.kind, "shaped") && { body: null }),
						...(make.kind === "stick" && { lot: null, formula: null, moulds: 1 }),
					})
				}
				onModel={(mesh) => patch({ body: bodyOf(mesh) })}
			/>
			{!isSo(ways, piece.make.kind, "shaped") && (
				<BodyFields piece={piece} eachMl={made?.each_ml ?? 5} onChange={(body) => patch({ body })} />
			)}
			{isSo(ways, piece.make.kind, "several") && (
				<PouredFields of={piece} label="Several colours in each" onChange={(poured) => patch({ poured })} />
			)}
			<PaintedFields
				of={piece.name}
				painted={piece.painted ?? null}
				onChange={(painted) => patch({ painted })}
			/>
			{piece.make.kind !== "stick" && (
				<LotChoice
					label={`${piece.name} come from`}
					none="Made for this loaf"
					kinds={piece.make.kind === "dough" ? ["dough", "raw dough"] : [piece.make.kind]}
					value={piece.lot ?? null}
					onChange={(lot) => patch({ lot })}
				/>
			)}
			{piece.make.kind === "cutter" && !piece.lot && (
				<CutFromBars piece={piece} make={piece.make} onCut={(lot) => patch({ lot })} />
			)}
			<FieldRow>
				{(piece.make.kind === "cavity" || piece.make.kind === "composite") && (
					<>
						<SelectField
							label="Mould"
							value={piece.material}
							options={MATERIALS}
							onChange={(material) => patch({ material })}
						/>
						<NumberField
							label="Moulds filled at once"
							digits={0}
							value={piece.moulds ?? 1}
							onChange={(value) => patch({ moulds: Math.round(value) })}
						/>
					</>
				)}
				{piece.make.kind !== "melt" && piece.make.kind !== "stick" && (
					<FormulaChoice value={piece.formula ?? null} onChange={(formula) => patch({ formula })} />
				)}
			</FieldRow>
			{made && (
				<p className="text-sm">
					{volume(made.each_ml)} each, {volume(made.takes_ml)} for all; {made.says}
					{made.left_ml > 0.05 && `, ${volume(made.left_ml)} left over`}.
				</p>
			)}
			{holds.map((hold) => (
				<p key={hold.pour} className="text-sm">
					{hold.says} Needs{" "}
					<FigureValue
						figure={hold.needed}
						label={`Thickness that holds ${piece.name}`}
						digits={1}
						says={hold.thick}
					/>
					.
				</p>
			))}
			{made?.layout && piece.make.kind === "cutter" && (
				<SheetLayout make={piece.make} layout={made.layout} colour={colourOf(piece.colour)} />
			)}
			<RemovePieces piece={piece} />
		</div>
	);
}

/** Takes them out; where they are used, it asks first, and takes them out there too. */
function RemovePieces({ piece }: { piece: Pieces }) {
	const { document, edit } = useEditor();
	const [asked, setAsked] = useState(false);
	const { steps, onTop } = usesOf(document, piece.id);
	const where = [
		onTop ? `${onTop} of them lie on the top` : "",
		steps ? `${steps === 1 ? "a step" : `${steps} steps`} of the work uses them` : "",
	].filter(Boolean);
	const remove = () => edit(removePieces(piece.id));
	if (!asked)
		return (
			<Button
				look="danger"
				aria-label={`Remove ${piece.name}`}
				onClick={() => (where.length > 0 ? setAsked(true) : remove())}
			>
				<Trash2 aria-hidden className="size-4" /> Remove
			</Button>
		);
	return (
		<div role="alertdialog" aria-label={`Remove ${piece.name}?`} className="space-y-2 text-sm">
			<p>
				{piece.name}: {where.join(", and ")}.
			</p>
			<div className="flex flex-wrap gap-2">
				<Button look="danger" onClick={remove}>
					<Trash2 aria-hidden className="size-4" /> Remove them there too
				</Button>
				<Button look="quiet" onClick={() => setAsked(false)}>
					Keep them
				</Button>
			</div>
		</div>
	);
}
