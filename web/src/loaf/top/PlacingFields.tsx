import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { BarBoard } from "./BarBoard";
import { LineBoard } from "./LineBoard";
import type { Item } from "./topChanges";

type Placing = Item["placing"];
type Kind = Placing["kind"];
type Of<K extends Kind> = Extract<Placing, { kind: K }>;

interface Props {
	item: Item;
	onChange: (change: Partial<Item>) => void;
}

/** How the places of pieces are found. */
export function PlacingFields({ item, onChange }: Props) {
	const { document, live } = useEditor();
	const kinds = useCatalogue("placings");
	const runs = document.frosting?.runs ?? [];
	const offered = optionsOf<Kind>(kinds).filter(([kind]) => kind !== "on motifs" || runs.length > 0);
	const { placing } = item;
	const set = (next: Placing) => onChange({ placing: next, ...countFor(next) });
	/** As many as there are places for, where that is known, and no more than there are pieces. */
	function countFor(next: Placing): Partial<Item> {
		const there = document.pieces.find((piece) => piece.id === item.pieces)?.count ?? item.count;
		const most = (many: number) => ({ count: Math.max(1, Math.min(many, there)) });
		const bars = live.plan.cuts.bars.length;
		if (next.kind === "each bar") {
			return most(Math.ceil((bars - next.first + 1) / next.every) * next.places.length);
		}
		if (next.kind === "on motifs") {
			const run = live.plan.top.runs.find((other) => other.id === next.run);
			const many = run ? run.spots.length / run.passes : item.count;
			return most(Math.ceil((many - next.first + 1) / next.every));
		}
		return {};
	}
	return (
		<>
			<SelectField
				label="Where"
				value={placing.kind}
				options={offered}
				onChange={(kind) => {
					const fresh = freshOf<Placing>(kinds, kind);
					set(fresh.kind === "on motifs" ? { ...fresh, run: runs[0]?.id ?? "" } : fresh);
				}}
			/>
			<p className="text-xs text-soft">{kinds.find((entry) => entry.kind === placing.kind)?.help}</p>
			{placing.kind === "each bar" && <OnBars placing={placing} set={set} />}
			{placing.kind === "on motifs" && (
				<>
					<SelectField
						label="On each of"
						value={placing.run}
						options={runs.map((run) => [run.id, run.name] as const)}
						onChange={(run) => set({ ...placing, run })}
					/>
					<Nth placing={placing} what="motif" set={set} />
				</>
			)}
			{placing.kind === "rows" && <InRows placing={placing} set={set} />}
			{placing.kind === "along a line" && (
				<LineBoard
					label="Line on the top"
					line={placing.line}
					onChange={(line) => set({ ...placing, line })}
				/>
			)}
		</>
	);
}

interface OfProps<K extends Kind> {
	placing: Of<K>;
	set: (placing: Placing) => void;
}

const EVERY = [
	["1", "Every one"],
	["2", "Every other"],
	["3", "Every third"],
	["4", "Every fourth"],
] as const;

function Nth({ placing, what, set }: OfProps<"each bar" | "on motifs"> & { what: string }) {
	return (
		<FieldRow>
			<SelectField
				label={`Which ${what}`}
				value={String(placing.every) as (typeof EVERY)[number][0]}
				options={EVERY}
				onChange={(every) =>
					set({ ...placing, every: Number(every), first: Math.min(placing.first, Number(every)) })
				}
			/>
			{placing.every > 1 && (
				<NumberField
					label="From number"
					digits={0}
					min={1}
					value={placing.first}
					onChange={(first) => set({ ...placing, first: Math.max(1, Math.round(first)) })}
				/>
			)}
		</FieldRow>
	);
}

function OnBars({ placing, set }: OfProps<"each bar">) {
	return (
		<>
			<BarBoard places={placing.places} onChange={(places) => set({ ...placing, places })} />
			<Nth placing={placing} what="bar" set={set} />
			<CheckField
				label="Every other of them mirrored"
				checked={placing.mirrored}
				onChange={(mirrored) => set({ ...placing, mirrored })}
			/>
		</>
	);
}

function InRows({ placing, set }: OfProps<"rows">) {
	return (
		<>
			<FieldRow>
				<NumberField
					label="Rows"
					digits={0}
					min={1}
					value={placing.rows}
					onChange={(rows) => set({ ...placing, rows: Math.max(1, Math.round(rows)) })}
				/>
				<NumberField
					label="One every"
					quantity="length"
					value={placing.every_mm}
					onChange={(every_mm) => set({ ...placing, every_mm })}
				/>
				<NumberField
					label="Rows apart"
					quantity="length"
					value={placing.apart_mm}
					onChange={(apart_mm) => set({ ...placing, apart_mm })}
				/>
				<NumberField
					label="Off the middle"
					quantity="length"
					value={placing.off_mm}
					onChange={(off_mm) => set({ ...placing, off_mm })}
				/>
			</FieldRow>
			<CheckField
				label="Offset every other row"
				checked={placing.staggered}
				onChange={(staggered) => set({ ...placing, staggered })}
			/>
		</>
	);
}
