import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { cupboardQuery, makeCupHold } from "../../api/queries";
import type { Mould } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { NotDone } from "../../ui/Problems";

type Box = Extract<Mould, { kind: "box" }>;
type Cup = Extract<Mould, { kind: "cup" }>;

const MATERIALS = [
	["lined box", "Lined box"],
	["silicone", "Silicone"],
] as const;

const TRAYS = [
	["silicone", "Silicone"],
	["stiff", "Stiff"],
] as const;

const SHAPES = [
	["round", "Round or oval"],
	["square", "Square"],
] as const;

interface Props {
	mould: Mould;
	count: number;
	/** The mould changed in one of its measures. */
	onPatch: (change: object) => void;
	/** Another mould taken in its place. */
	onTake: (mould: Mould) => void;
	onCount: (count: number) => void;
	/** What is to be said of so many of it. */
	children?: ReactNode;
}

/** A mould with its measures, taken from the shelf or described, and how many of it are filled. */
export function MouldFields({ mould, count, onPatch, onTake, onCount, children }: Props) {
	const { data: cupboard } = useQuery(cupboardQuery);
	const kinds = useCatalogue("moulds");
	const shelf = cupboard?.moulds ?? [];
	const choices = [["", "From the shelf…"] as const, ...shelf.map((item) => [item.name, item.name] as const)];
	const side = (field: "length_mm" | "width_mm" | "height_mm", label: string) => (
		<NumberField
			label={label}
			quantity="length"
			value={mould[field]}
			onChange={(value) => onPatch({ [field]: value })}
		/>
	);
	return (
		<>
			<FieldRow>
				<SelectField
					label="Choose a mould"
					value=""
					options={choices}
					onChange={(name) => {
						const chosen = shelf.find((item) => item.name === name);
						if (chosen) onTake(chosen);
					}}
				/>
				<SelectField
					label="Kind"
					value={mould.kind}
					options={optionsOf<Mould["kind"]>(kinds)}
					onChange={(kind) => {
						const fresh = freshOf<Mould>(kinds, kind);
						onTake({ ...fresh, name: fresh.name ?? "Mould" });
					}}
				/>
			</FieldRow>
			<FieldRow>
				<TextField label="Name of the mould" value={mould.name} onChange={(name) => onPatch({ name })} />
				<NumberField
					label={mould.kind === "cup" ? "How many cups" : "How many are filled"}
					digits={0}
					value={count}
					onChange={(value) => onCount(Math.round(value))}
				/>
			</FieldRow>
			{children}
			<FieldRow>
				{side("length_mm", "Length")}
				{side("width_mm", "Width")}
				{side("height_mm", "Height")}
			</FieldRow>
			{mould.kind === "box" ? (
				<BoxFields mould={mould} onChange={onPatch} />
			) : (
				<CupFields mould={mould} onChange={onPatch} />
			)}
		</>
	);
}

interface LeaningProps {
	label: string;
	value: number;
	onChange: (degrees: number) => void;
}

const Leaning = (props: LeaningProps) => <NumberField suffix="°" digits={1} {...props} />;

function BoxFields({ mould, onChange }: { mould: Box; onChange: (change: Partial<Box>) => void }) {
	return (
		<>
			<FieldRow>
				<SelectField
					label="Made of"
					value={mould.material}
					options={MATERIALS}
					onChange={(material) => onChange({ material })}
				/>
				<Leaning
					label="Walls lean out"
					value={mould.draft_deg}
					onChange={(draft_deg) => onChange({ draft_deg })}
				/>
				<Leaning
					label="Ends lean out"
					value={mould.end_draft_deg}
					onChange={(end_draft_deg) => onChange({ end_draft_deg })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Each wall bows"
					quantity="length"
					value={mould.bow_mm}
					onChange={(bow_mm) => onChange({ bow_mm })}
				/>
				<NumberField
					label="Rim marks every"
					quantity="length"
					value={mould.rim_mark_mm}
					onChange={(rim_mark_mm) => onChange({ rim_mark_mm })}
				/>
			</FieldRow>
			<p className="text-xs text-soft">
				Length and width are measured inside, on the floor; height to the rim. The bow is what one long wall
				gives at the rim, mid-length, when it is full.
			</p>
		</>
	);
}

function CupFields({ mould, onChange }: { mould: Cup; onChange: (change: Partial<Cup>) => void }) {
	return (
		<>
			<FieldRow>
				<SelectField
					label="Shape"
					value={mould.shape}
					options={SHAPES}
					onChange={(shape) => onChange({ shape })}
				/>
				<SelectField
					label="Made of"
					value={mould.material}
					options={TRAYS}
					onChange={(material) => onChange({ material })}
				/>
			</FieldRow>
			<FieldRow>
				<Leaning
					label="Walls lean out"
					value={mould.draft_deg}
					onChange={(draft_deg) => onChange({ draft_deg })}
				/>
				<NumberField
					label="Cups on one tray"
					digits={0}
					value={mould.cavities}
					onChange={(cavities) => onChange({ cavities: Math.round(cavities) })}
				/>
			</FieldRow>
			<HoldsFields cup={mould} onChange={onChange} />
			<p className="text-xs text-soft">
				Measured inside one cup, on its floor; height to the rim. Each is turned out whole.
			</p>
		</>
	);
}

/** A cup known by what it holds: its height follows from that and its floor. */
function HoldsFields({ cup, onChange }: { cup: Cup; onChange: (change: Partial<Cup>) => void }) {
	const [ml, setMl] = useState(100);
	const ask = useMutation({
		mutationFn: () => makeCupHold(cup, ml),
		onSuccess: ({ height_mm }) => onChange({ height_mm }),
	});
	return (
		<>
			<div className="grid grid-cols-[1fr_auto] items-end gap-2">
				<NumberField label="One is to hold" quantity="volume" value={ml} onChange={setMl} />
				<Button onClick={() => ask.mutate()} disabled={ask.isPending}>
					Set its height for that
				</Button>
			</div>
			<NotDone title="No cup holds that" error={ask.error} />
		</>
	);
}
