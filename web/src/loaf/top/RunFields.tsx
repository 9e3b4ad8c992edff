import { Plus } from "lucide-react";
import type { Run, TopRun } from "../../api/types";
import { useCatalogue } from "../../api/useCatalogue";
import { paintOf } from "../../drawing/paint";
import { BarsField } from "../../ui/BarsField";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { CheckField, MaybeNumberField, NumberField, SelectField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { BagColours } from "./BagColours";
import { LineBoard } from "./LineBoard";
import { MotifChoice } from "./MotifChoice";
import { otherMotif, patchRun } from "./topChanges";

const PATTERNS: readonly (readonly [NonNullable<Run["pattern"]>, string])[] = [
	["rows", "Rows"],
	["staggered", "Staggered rows"],
	["border", "Border"],
	["rings", "Rings"],
	["wave", "Wave"],
	["curve", "Along a curve by hand"],
	["fill", "All over, and in the gaps"],
	["each bar", "One to each bar"],
	["each part", "One to each part of a bar"],
];
const POINTS = [
	["along", "Along it"],
	["both sides", "To both sides"],
	["outward", "Outward"],
] as const;
const IN_ROWS = new Set(["rows", "staggered", "wave"]);

interface Props {
	run: Run;
	planned?: TopRun;
}

/** A run: its motif, where it goes, what is in its bags. */
export function RunFields({ run, planned }: Props) {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const paint = paintOf(live.of, live.plan);
	const kinds = useCatalogue("motifs");
	const patch = (change: Partial<Run>) =>
		edit(patchRun(run.id, change), `run ${run.id} ${Object.keys(change)}`);
	const motif = (change: Partial<Run["motif"]>) => patch({ motif: { ...run.motif, ...change } });
	const tips = document.frosting?.tips.map((tip) => [tip.id, tip.name] as const) ?? [];
	return (
		<div className="space-y-2" data-runs={run.id}>
			<TextField label="Called" value={run.name} onChange={(name) => patch({ name })} />
			<MotifChoice
				value={run.motif.kind}
				srgb={run.colours.map(paint.colour)}
				onChange={(kind) => {
					const label = (of: string) => kinds.find((entry) => entry.kind === of)?.label ?? of;
					edit(otherMotif(run.id, kind, label(run.motif.kind), label(kind)));
				}}
			/>
			<FieldRow>
				<NumberField
					label="Size"
					quantity="length"
					value={run.motif.size_mm}
					onChange={(size_mm) => motif({ size_mm })}
				/>
				<MaybeNumberField
					label="Height"
					quantity="length"
					placeholder={planned ? inUnits(planned.motif.high_mm, "length", units) : ""}
					value={run.motif.height_mm ?? null}
					onChange={(height_mm) => motif({ height_mm })}
				/>
				<SelectField label="Tip" value={run.tip} options={tips} onChange={(tip) => patch({ tip })} />
			</FieldRow>
			<WhereItGoes run={run} patch={patch} />
			<BagColours
				name={run.name}
				bag={run.colours}
				what="the bag"
				onChange={(colours) => patch({ colours })}
			/>
			<MoreBags run={run} patch={patch} />
			<MaybeNumberField
				label="Weight of five, from your scale"
				quantity="weight"
				placeholder="not weighed"
				value={run.motif.five_weigh_g ?? null}
				onChange={(five_weigh_g) => motif({ five_weigh_g })}
			/>
			{planned && (
				<p className="text-sm">
					{planned.says}.{" "}
					<FigureValue
						figure={planned.volume}
						label={`Frosting of ${run.name}`}
						digits={units === "metric" ? 0 : 1}
					/>
					, <FigureValue figure={planned.minutes} label={`Hands at ${run.name}`} /> of work.
				</p>
			)}
		</div>
	);
}

interface PatchProps {
	run: Run;
	patch: (change: Partial<Run>) => void;
}

function WhereItGoes({ run, patch }: PatchProps) {
	const { live } = useEditor();
	const pattern = run.pattern ?? "rows";
	const { front_mm, back_mm } = live.plan.top;
	const line = [
		[0, front_mm + (back_mm - front_mm) * 0.1],
		[0, back_mm - (back_mm - front_mm) * 0.1],
	] as [number, number][];
	return (
		<>
			<SelectField
				label="Where"
				value={pattern}
				options={PATTERNS}
				onChange={(next) =>
					patch({ pattern: next, ...(next === "curve" && (run.curve?.length ?? 0) < 2 && { curve: line }) })
				}
			/>
			<FieldRow>
				{(IN_ROWS.has(pattern) || pattern === "rings") && (
					<NumberField
						label={pattern === "rings" ? "Rings" : "Rows"}
						digits={0}
						value={run.rows ?? 1}
						onChange={(rows) => patch({ rows: Math.max(1, Math.round(rows)), apart_mm: null })}
					/>
				)}
				{IN_ROWS.has(pattern) && (
					<MaybeNumberField
						label="Or rows apart"
						quantity="length"
						placeholder="by number"
						value={run.apart_mm ?? null}
						onChange={(apart_mm) => patch({ apart_mm })}
					/>
				)}
				{!pattern.startsWith("each") && (
					<NumberField
						label="Overlap"
						suffix="%"
						digits={0}
						value={run.overlap_percent ?? 0}
						onChange={(overlap_percent) => patch({ overlap_percent })}
					/>
				)}
				{pattern === "wave" && (
					<NumberField
						label="Swings"
						quantity="length"
						value={run.wave_mm ?? 15}
						onChange={(wave_mm) => patch({ wave_mm })}
					/>
				)}
				{(IN_ROWS.has(pattern) || pattern === "each bar") && (
					<NumberField
						label="Off the middle"
						quantity="length"
						value={run.across_mm ?? 0}
						onChange={(across_mm) => patch({ across_mm })}
					/>
				)}
			</FieldRow>
			{pattern === "curve" && (
				<LineBoard label="Curve on the top" line={run.curve ?? []} onChange={(curve) => patch({ curve })} />
			)}
			<FieldRow>
				<SelectField
					label="Points"
					value={run.points ?? "along"}
					options={POINTS}
					onChange={(points) => patch({ points })}
				/>
				<NumberField
					label="Rotation"
					suffix="°"
					digits={0}
					value={run.turn_deg ?? 0}
					onChange={(turn_deg) => patch({ turn_deg })}
				/>
				<NumberField
					label="Times over"
					suffix="times"
					digits={0}
					min={1}
					value={run.passes ?? 1}
					onChange={(passes) => patch({ passes: Math.max(1, Math.round(passes)) })}
				/>
				<BarsField label="Only bars" bars={run.bars ?? []} onChange={(bars) => patch({ bars })} />
			</FieldRow>
			<CheckField
				label="Keeps off columns that stand out, and off pieces set before it"
				checked={run.keeps_off ?? true}
				onChange={(keeps_off) => patch({ keeps_off })}
			/>
			<p className="text-xs text-soft">
				Drag a motif on the drawing, or move it with the arrow keys; Page Down goes to the next, Delete puts
				one back.
			</p>
			{(run.moved ?? []).length > 0 && (
				<Button look="quiet" onClick={() => patch({ moved: [] })}>
					Put {run.moved?.length === 1 ? "the one moved" : `all ${run.moved?.length} moved`} back
				</Button>
			)}
		</>
	);
}

/** Bags of other mixes that take turns with the first, a motif from each. */
function MoreBags({ run, patch }: PatchProps) {
	const bags = run.more_bags ?? [];
	const set = (more_bags: string[][]) => patch({ more_bags });
	return (
		<>
			{bags.map((bag, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a bag is its turn.
				<div key={i} className="flex flex-wrap items-end gap-1">
					<BagColours
						name={run.name}
						bag={bag}
						what={`bag ${i + 2}`}
						onChange={(colours) => set(bags.map((other, at) => (at === i ? colours : other)))}
					/>
					<RemoveButton
						className="px-2!"
						aria-label={`Remove bag ${i + 2} of ${run.name}`}
						onClick={() => set(bags.filter((_, at) => at !== i))}
					/>
				</div>
			))}
			{bags.length < 3 && (
				<Button look="quiet" onClick={() => set([...bags, [run.colours[0] ?? ""]])}>
					<Plus aria-hidden className="size-4" /> Add a bag that takes turns
				</Button>
			)}
		</>
	);
}
