import type { Embed } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { SharesEditor } from "./SharesEditor";

type Poured = NonNullable<Embed["poured"]>;
export type ColumnPour = NonNullable<Poured["way"]>;

interface Props {
	/** What is poured: a column, or what is cast in hollows. */
	of: { name: string; colour: string; poured?: Poured | null };
	/** What the box says. */
	label?: string;
	onChange: (poured: Poured | null) => void;
}

/** Several colours in one thing, and how they are poured into its mould. */
export function PouredFields({ of, label = "Several colours in it", onChange }: Props) {
	const { document } = useEditor();
	const ways = useCatalogue("column_pours");
	const { poured } = of;
	const other = document.colours.find((colour) => colour.id !== of.colour);
	const start = () =>
		onChange({
			colours: [
				{ colour: of.colour, percent: 50 },
				{ colour: other?.id ?? of.colour, percent: 50 },
			],
			way: freshOf<ColumnPour>(ways, "by turns"),
		});
	const way = poured?.way;
	return (
		<>
			<CheckField
				label={label}
				checked={Boolean(poured)}
				disabled={!poured && !other}
				onChange={(checked) => (checked ? start() : onChange(null))}
			/>
			{poured && way && (
				<>
					<SharesEditor
						what={of.name}
						shares={poured.colours}
						least={2}
						onChange={(colours) => onChange({ ...poured, colours })}
					/>
					<ColumnPourFields way={way} onChange={(next) => onChange({ ...poured, way: next })} />
				</>
			)}
		</>
	);
}

/** How several colours are poured into one mould, and the stick that goes through them. */
export function ColumnPourFields({
	way,
	onChange,
}: {
	way: ColumnPour;
	onChange: (way: ColumnPour) => void;
}) {
	const ways = useCatalogue("column_pours");
	const patch = (change: object) => onChange({ ...way, ...change } as ColumnPour);
	return (
		<>
			<SelectField
				label="Poured into its mould"
				value={way.kind}
				options={optionsOf<ColumnPour["kind"]>(ways)}
				onChange={(kind) => onChange(freshOf<ColumnPour>(ways, kind))}
			/>
			<FieldRow>
				{"turns" in way && (
					<NumberField
						label="Turns of the pot"
						value={way.turns ?? 0.5}
						onChange={(turns) => patch({ turns })}
					/>
				)}
				{"drops" in way && (
					<NumberField
						label="Streams in all"
						digits={0}
						value={way.drops ?? 9}
						onChange={(drops) => patch({ drops: Math.max(1, Math.round(drops)) })}
					/>
				)}
				{"rounds" in way && (
					<NumberField
						label="Rounds"
						digits={0}
						value={way.rounds ?? 3}
						onChange={(rounds) => patch({ rounds: Math.max(1, Math.round(rounds)) })}
					/>
				)}
				<NumberField
					label="Stick through, times"
					digits={0}
					value={way.strokes ?? 0}
					onChange={(strokes) => patch({ strokes: Math.max(0, Math.round(strokes)) })}
				/>
			</FieldRow>
			<p className="text-xs text-soft">{ways.find((entry) => entry.kind === way.kind)?.help}</p>
		</>
	);
}
