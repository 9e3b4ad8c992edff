import { ArrowDown, ArrowUp, Plus, X } from "lucide-react";
import type { MotifKind, Run, TopRun } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { CheckField, NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { useEditor } from "../editor/EditorContext";
import { addRun, moveRun, patchRun, removeRun } from "./topChanges";

const PATTERNS: readonly (readonly [NonNullable<Run["pattern"]>, string])[] = [
	["rows", "Rows"],
	["staggered", "Staggered rows"],
	["border", "Border"],
	["rings", "Rings"],
	["wave", "Wave"],
	["fill", "All over"],
	["each bar", "One to each bar"],
	["each part", "One to each part of a bar"],
];

/** What is piped, in its order. */
export function RunsDrawer() {
	const { document, edit, live } = useEditor();
	const runs = document.frosting?.runs ?? [];
	const line = runs.map((run) => run.name).join(", ") || "Nothing piped";
	return (
		<Drawer id="runs" title="Piping" line={line}>
			<ol className="space-y-2">
				{runs.map((run, i) => (
					<li key={run.id}>
						<RunFields
							run={run}
							planned={live.plan.top.runs.find((item) => item.id === run.id)}
							index={i}
							last={i === runs.length - 1}
						/>
					</li>
				))}
			</ol>
			<Button onClick={() => edit(addRun)}>
				<Plus aria-hidden className="size-4" /> Add a run
			</Button>
		</Drawer>
	);
}

interface Props {
	run: Run;
	planned?: TopRun;
	index: number;
	last: boolean;
}

function RunFields({ run, planned, index, last }: Props) {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const motifs = useCatalogue("motifs");
	const patch = (change: Partial<Run>) =>
		edit(patchRun(run.id, change), `run ${run.id} ${Object.keys(change)}`);
	const motif = (change: Partial<Run["motif"]>) => patch({ motif: { ...run.motif, ...change } });
	const tips = document.frosting?.tips.map((tip) => [tip.id, tip.name] as const) ?? [];
	const pattern = run.pattern ?? "rows";
	const lies = pattern === "rows" || pattern === "staggered" || pattern === "wave";
	return (
		<div className="space-y-2 rounded-lg border border-line bg-white p-2" data-runs={run.id}>
			<div className="flex items-end gap-1">
				<div className="min-w-0 flex-1">
					<TextField label={`Run ${index + 1}`} value={run.name} onChange={(name) => patch({ name })} />
				</div>
				<Button
					look="quiet"
					className="px-1.5!"
					aria-label={`Pipe ${run.name} earlier`}
					disabled={index === 0}
					onClick={() => edit(moveRun(index, -1))}
				>
					<ArrowUp aria-hidden className="size-4" />
				</Button>
				<Button
					look="quiet"
					className="px-1.5!"
					aria-label={`Pipe ${run.name} later`}
					disabled={last}
					onClick={() => edit(moveRun(index, 1))}
				>
					<ArrowDown aria-hidden className="size-4" />
				</Button>
				<Button
					look="quiet"
					className="px-1.5!"
					aria-label={`Remove ${run.name}`}
					onClick={() => edit(removeRun(run.id))}
				>
					<X aria-hidden className="size-4" />
				</Button>
			</div>
			<FieldRow>
				<SelectField
					label="Motif"
					value={run.motif.kind}
					options={optionsOf<MotifKind>(motifs)}
					onChange={(kind) => motif({ kind, height_mm: null })}
				/>
				<NumberField
					label="Size"
					quantity="length"
					value={run.motif.size_mm}
					onChange={(size_mm) => motif({ size_mm })}
				/>
				<SelectField label="Tip" value={run.tip} options={tips} onChange={(tip) => patch({ tip })} />
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Where"
					value={pattern}
					options={PATTERNS}
					onChange={(next) => patch({ pattern: next })}
				/>
				{(lies || pattern === "each bar" || pattern === "rings") && (
					<NumberField
						label={pattern === "rings" ? "Rings" : "Rows"}
						digits={0}
						value={run.rows ?? 1}
						onChange={(rows) => patch({ rows: Math.max(1, Math.round(rows)) })}
					/>
				)}
				{pattern !== "each bar" && pattern !== "each part" && (
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
				{lies && (
					<NumberField
						label="Off the middle"
						quantity="length"
						value={run.across_mm ?? 0}
						onChange={(across_mm) => patch({ across_mm })}
					/>
				)}
			</FieldRow>
			{run.motif.kind === "leaf" && (
				<CheckField
					label="Leaves point to both sides"
					checked={run.both_sides ?? false}
					onChange={(checked) => patch({ both_sides: checked })}
				/>
			)}
			<BagColours run={run} onChange={(colours) => patch({ colours })} />
			<NumberField
				label="Five of them weigh, if you have weighed them"
				quantity="weight"
				value={run.motif.five_weigh_g ?? 0}
				onChange={(five_weigh_g) => motif({ five_weigh_g: five_weigh_g > 0 ? five_weigh_g : null })}
			/>
			{planned && (
				<p className="text-sm">
					{planned.says}.{" "}
					<FigureValue
						figure={planned.volume}
						label={`Frosting of ${run.name}`}
						digits={units === "metric" ? 0 : 1}
					/>
					, <FigureValue figure={planned.minutes} label={`Hands at ${run.name}`} /> of hands.
				</p>
			)}
		</div>
	);
}

/** Colours side by side in one bag. */
function BagColours({ run, onChange }: { run: Run; onChange: (colours: string[]) => void }) {
	const { document } = useEditor();
	const options = document.colours.map((colour) => [colour.id, colour.name] as const);
	const unused = options.find(([id]) => !run.colours.includes(id));
	return (
		<div className="flex flex-wrap items-end gap-2">
			{run.colours.map((colour, i) => (
				<div key={colour} className="flex items-end">
					<SelectField
						label={run.colours.length > 1 ? `Beside each other ${i + 1}` : "Colour"}
						value={colour}
						options={options}
						onChange={(next) => onChange(run.colours.map((item, at) => (at === i ? next : item)))}
					/>
					{run.colours.length > 1 && (
						<Button
							look="quiet"
							className="px-2!"
							aria-label={`Take colour ${i + 1} out of the bag of ${run.name}`}
							onClick={() => onChange(run.colours.filter((_, at) => at !== i))}
						>
							<X aria-hidden className="size-4" />
						</Button>
					)}
				</div>
			))}
			{unused && run.colours.length < 4 && (
				<Button look="quiet" onClick={() => onChange([...run.colours, unused[0]])}>
					<Plus aria-hidden className="size-4" /> Another beside it
				</Button>
			)}
		</div>
	);
}
