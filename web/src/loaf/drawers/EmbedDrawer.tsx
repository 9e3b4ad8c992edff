import { Trash2 } from "lucide-react";
import type { Embed } from "../../api/types";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { CheckField, NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { patchEmbed, removeEmbed } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { BASES, MELT_CAUTION } from "./bases";
import { FigurineFields } from "./FigurineFields";
import { FormulaChoice } from "./FormulaChoice";
import { HoldNotes } from "./HoldNotes";
import { LotChoice } from "./LotChoice";
import { OutlineFields } from "./OutlineFields";
import { PaintedFields } from "./PaintedFields";
import { PouredFields } from "./PouredFields";
import { RowFields } from "./RowFields";

const MOULDS = [
	["silicone", "Silicone"],
	["lined pipe", "Lined pipe"],
	["stiff", "Stiff mould"],
] as const;

const SEAMS = [
	["none", "No seam"],
	["floor", "Down"],
	["left", "Left"],
	["right", "Right"],
	["top", "Up"],
] as const;

const FRONTS = [
	["either", "Either end"],
	["first poured", "Poured first"],
	["last poured", "Poured last"],
] as const;

type Casting = NonNullable<Embed["casting"]>;

interface Props {
	embed: Embed;
	stage: string | null;
	onStage: (stage: string | null) => void;
	onRemoved: () => void;
}

const CAST_OF = [["batter", "Batter of its formula"], ...BASES] as const;

/** The column taken in hand: shape, place, casting. */
export function EmbedDrawer({ embed, stage, onStage, onRemoved }: Props) {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const patch = (change: Partial<Embed>) =>
		edit(patchEmbed(embed.id, change), `embed ${embed.id} ${Object.keys(change)}`);
	const piece = live.plan.embeds.find((item) => item.id === embed.id);
	const hold = live.plan.embed_holds.find((item) => item.embed === embed.id);
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	return (
		<Drawer id="embed" title="In hand" line={embed.name}>
			{piece && (
				<p className="text-sm">
					Holds <FigureValue figure={piece.volume} label={`Volume of ${piece.name}`} />, pushes aside{" "}
					<FigureValue figure={piece.pushes_aside} label={`What ${piece.name} pushes aside`} />, weighs about{" "}
					<FigureValue figure={piece.weight} label={`Weight of ${piece.name}`} digits={0} />.
				</p>
			)}
			{hold && <HoldNotes hold={hold} stage={stage} onStage={onStage} />}
			<FieldRow>
				<TextField label="Name" value={embed.name} onChange={(name) => patch({ name })} />
				{!embed.poured && (
					<SelectField
						label="Colour"
						value={embed.colour}
						options={colours}
						onChange={(colour) => patch({ colour })}
					/>
				)}
			</FieldRow>
			<PouredFields of={embed} onChange={(poured) => patch({ poured })} />
			<PaintedFields
				of={embed.name}
				painted={embed.painted ?? null}
				onChange={(painted) => patch({ painted })}
			/>
			<OutlineFields outline={embed.outline} onChange={(outline) => patch({ outline })} />
			<FieldRow>
				<NumberField
					label="Across from centre"
					quantity="length"
					value={embed.across_mm}
					onChange={(across_mm) => patch({ across_mm })}
				/>
				<NumberField
					label="Middle up"
					quantity="length"
					value={embed.up_mm}
					onChange={(up_mm) => patch({ up_mm })}
				/>
				<NumberField
					label="Rotation"
					suffix="°"
					digits={1}
					value={embed.turn_deg}
					onChange={(turn_deg) => patch({ turn_deg })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Begins at"
					quantity="length"
					value={embed.from_mm}
					onChange={(from_mm) => patch({ from_mm })}
				/>
				<NumberField
					label="Length"
					quantity="length"
					value={embed.length_mm}
					onChange={(length_mm) => patch({ length_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField label="Seam" value={embed.seam} options={SEAMS} onChange={(seam) => patch({ seam })} />
				<SelectField
					label="To the front"
					value={embed.front}
					options={FRONTS}
					onChange={(front) => patch({ front })}
				/>
			</FieldRow>
			{piece && (
				<p className="text-sm">
					Batter below it {withUnit(piece.below_ml, "volume", units)}, beside it{" "}
					{withUnit(piece.beside_ml, "volume", units)}, above it {withUnit(piece.above_ml, "volume", units)}.
				</p>
			)}
			<RowFields embed={embed} says={piece?.row?.says} onChange={(row) => patch({ row })} />
			<FigurineFields embed={embed} onChange={(figure) => patch({ figure })} />
			<CastingFields embed={embed} onChange={(casting) => patch({ casting, lot: null })} />
			{!embed.casting && (
				<LotChoice
					label="On the shelf as"
					none="Not listed"
					kinds={["column"]}
					value={embed.lot ?? null}
					onChange={(lot) => patch({ lot })}
				/>
			)}
			{(embed.casting?.of ?? "batter") === "batter" && (
				<FormulaChoice value={embed.formula ?? null} onChange={(formula) => patch({ formula })} />
			)}
			<Button
				look="danger"
				onClick={() => {
					edit(removeEmbed(embed.id));
					onRemoved();
				}}
			>
				<Trash2 aria-hidden className="size-4" /> Remove
			</Button>
		</Drawer>
	);
}

function CastingFields({ embed, onChange }: { embed: Embed; onChange: (casting: Casting | null) => void }) {
	const casting = embed.casting ?? null;
	const fresh: Casting = {
		material: "silicone",
		mould_length_mm: embed.length_mm + 20,
		trim_mm: 5,
		of: "batter",
		moulds: 1,
	};
	const { document } = useEditor();
	return (
		<>
			<CheckField
				label="Cast beforehand (untick if it is on the shelf already)"
				checked={casting !== null}
				onChange={(checked) => onChange(checked ? fresh : null)}
			/>
			{casting && (
				<SelectField
					label={embed.figure ? "Poured around its figure" : "Cast of"}
					value={casting.of ?? "batter"}
					options={CAST_OF}
					onChange={(of) => onChange({ ...casting, of })}
				/>
			)}
			{casting && casting.of !== "batter" && <Cautions lines={MELT_CAUTION} />}
			{casting && (
				<FieldRow>
					<SelectField
						label="Column mould"
						value={casting.material}
						options={MOULDS}
						onChange={(material) => onChange({ ...casting, material })}
					/>
					<NumberField
						label="Mould length"
						quantity="length"
						value={casting.mould_length_mm}
						onChange={(mould_length_mm) => onChange({ ...casting, mould_length_mm })}
					/>
					<NumberField
						label="Trim"
						quantity="length"
						value={casting.trim_mm}
						onChange={(trim_mm) => onChange({ ...casting, trim_mm })}
					/>
				</FieldRow>
			)}
			{casting && (document.moulds ?? 1) > 1 && (
				<NumberField
					label="Column moulds filled at once"
					digits={0}
					value={casting.moulds ?? 1}
					onChange={(moulds) => onChange({ ...casting, moulds: Math.round(moulds) })}
				/>
			)}
		</>
	);
}
