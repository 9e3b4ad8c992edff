import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Archive, Trash2 } from "lucide-react";
import { ApiProblem, cupboardQuery, keepMould, putMouldAway } from "../../api/queries";
import type { Mould } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { Problems } from "../../ui/Problems";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, withUnit } from "../../ui/units";
import { inMould } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

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

/** What the loaf is poured into, and how many of it. */
export function MouldDrawer() {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const { data: cupboard } = useQuery(cupboardQuery);
	const kinds = useCatalogue("moulds");
	const { mould, moulds = 1 } = document;
	const shelf = cupboard?.moulds ?? [];
	const patch = (change: object) =>
		edit(
			(loaf) => ({ ...loaf, mould: { ...loaf.mould, ...change } as Mould }),
			`mould ${Object.keys(change)}`,
		);
	const choices = [["", "From the shelf…"] as const, ...shelf.map((item) => [item.name, item.name] as const)];
	const sizes = `${inUnits(mould.length_mm, "length", units)} × ${inUnits(mould.width_mm, "length", units)} × ${withUnit(mould.height_mm, "length", units)}`;
	const side = (field: "length_mm" | "width_mm" | "height_mm", label: string) => (
		<NumberField
			label={label}
			quantity="length"
			value={mould[field]}
			onChange={(value) => patch({ [field]: value })}
		/>
	);
	return (
		<Drawer id="mould" title="Mould" line={`${moulds > 1 ? `${moulds} × ` : ""}${mould.name}, ${sizes}`}>
			<FieldRow>
				<SelectField
					label="Take a mould"
					value=""
					options={choices}
					onChange={(name) => {
						const chosen = shelf.find((item) => item.name === name);
						if (chosen) edit(inMould(chosen));
					}}
				/>
				<SelectField
					label="Kind"
					value={mould.kind}
					options={optionsOf<Mould["kind"]>(kinds)}
					onChange={(kind) => {
						const fresh = freshOf<Mould>(kinds, kind);
						edit(inMould({ ...fresh, name: fresh.name ?? "Mould" }));
					}}
				/>
			</FieldRow>
			<FieldRow>
				<TextField label="Name" value={mould.name} onChange={(name) => patch({ name })} />
				<NumberField
					label={mould.kind === "cup" ? "How many cups" : "How many are filled"}
					digits={0}
					value={moulds}
					onChange={(value) => edit((loaf) => ({ ...loaf, moulds: Math.round(value) }), "moulds")}
				/>
			</FieldRow>
			{moulds > 1 && (
				<p className="text-xs text-soft">
					All are filled and topped alike from one batch. Levels, pieces and the top are told of one of them;
					pots, castings and bars are of all.
				</p>
			)}
			<FieldRow>
				{side("length_mm", "Length")}
				{side("width_mm", "Width")}
				{side("height_mm", "Height")}
			</FieldRow>
			{mould.kind === "box" ? (
				<BoxFields mould={mould} onChange={patch} />
			) : (
				<CupFields mould={mould} onChange={patch} />
			)}
			<ShelfOfMoulds mould={mould} there={shelf.some((item) => item.name === mould.name)} />
		</Drawer>
	);
}

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
				<NumberField
					label="Walls lean out"
					suffix="°"
					digits={1}
					value={mould.draft_deg}
					onChange={(draft_deg) => onChange({ draft_deg })}
				/>
				<NumberField
					label="Ends lean out"
					suffix="°"
					digits={1}
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
				<NumberField
					label="Walls lean out"
					suffix="°"
					digits={1}
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
			<p className="text-xs text-soft">
				Measured inside one cup, on its floor; height to the rim. Each is turned out whole.
			</p>
		</>
	);
}

/** The studio's own moulds: this one kept there under its name, or put away. */
function ShelfOfMoulds({ mould, there }: { mould: Mould; there: boolean }) {
	const queries = useQueryClient();
	const settled = { onSuccess: () => queries.invalidateQueries({ queryKey: cupboardQuery.queryKey }) };
	const keep = useMutation({ mutationFn: () => keepMould(mould), ...settled });
	const away = useMutation({ mutationFn: () => putMouldAway(mould.name), ...settled });
	return (
		<div className="space-y-1">
			<div className="flex flex-wrap gap-2">
				<Button onClick={() => keep.mutate()} disabled={keep.isPending || !mould.name}>
					<Archive aria-hidden className="size-4" />{" "}
					{there ? "Change it on the shelf" : "Keep it on the shelf of moulds"}
				</Button>
				{there && (
					<Button look="quiet" onClick={() => away.mutate()}>
						<Trash2 aria-hidden className="size-4" /> Take it off the shelf
					</Button>
				)}
			</div>
			<p role="status" className="text-xs text-soft">
				{keep.isSuccess && there
					? `${mould.name} is on the shelf. How many you own stands in the season.`
					: ""}
			</p>
			{keep.error instanceof ApiProblem && (
				<Problems title="This mould cannot be kept" problems={keep.error.report.problems} />
			)}
		</div>
	);
}
