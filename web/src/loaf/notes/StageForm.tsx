import { Check } from "lucide-react";
import type { LoafOutcome, Stage } from "../../api/types";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/day/DateField";
import { MaybeNumberField, NotesField } from "../../ui/fields";
import { Problems } from "../../ui/Problems";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { BarWeights } from "./BarWeights";
import { FaultRows } from "./FaultRows";
import { LeftRows } from "./LeftRows";
import { Scores } from "./Scores";
import { SeenColours } from "./SeenColours";
import { StagePhoto } from "./StagePhoto";
import { useOutcome } from "./useOutcome";

const ASH = ["none", "a trace", "in places", "all over"] as const;
const SCENT = ["gone", "faint", "as wished", "too strong"] as const;
const VERDICTS: readonly (readonly [NonNullable<LoafOutcome["verdict"]>, string])[] = [
	["again", "Again"],
	["again but", "Again, but"],
	["never", "Never"],
];

/** What is looked at in each moment; the rest is left out, so that it takes a minute. */
export function StageForm({ stage }: { stage: Stage }) {
	const { id, live } = useEditor();
	const { open, outcome, change, write, unwritten, unkept, written, problem } = useOutcome(id, stage);
	const { units } = useUnits();
	if (!open) return null;
	const late = stage === "one week" || stage === "cured";
	return (
		<form
			className="space-y-4"
			aria-label={`When ${stage}`}
			onSubmit={(event) => {
				event.preventDefault();
				write.mutate();
			}}
		>
			<div className="grid grid-cols-2 gap-3">
				<DateField label="Looked at on" value={outcome.on} onChange={(on) => on && change({ on })} />
				{stage === "unmoulded" && (
					<MaybeNumberField
						label="Soap height"
						quantity="length"
						digits={1}
						placeholder={`planned ${withUnit(open.level_mm, "length", units)}`}
						value={outcome.level_mm ?? null}
						onChange={(level_mm) => change({ level_mm })}
					/>
				)}
				{stage === "cut" && (
					<MaybeNumberField
						label="Bars that came off"
						digits={0}
						placeholder={`planned ${open.bars.length}`}
						value={outcome.bars ?? null}
						onChange={(bars) => change({ bars })}
					/>
				)}
			</div>
			<StagePhoto stage={stage} outcome={outcome} change={change} />
			{(stage === "cut" || stage === "cured") && (
				<BarWeights
					planned={open.bars}
					cured={stage === "cured"}
					fresh={open.outcomes.find((item) => item.stage === "cut")?.weights ?? []}
					weights={outcome.weights ?? []}
					onChange={(weights) => change({ weights })}
				/>
			)}
			{stage === "cured" && (
				<SeenColours
					colours={live.plan.colours}
					seen={outcome.colours ?? []}
					onChange={(colours) => change({ colours })}
				/>
			)}
			{stage !== "cut" && (
				<Scores label="Ash" words={ASH} value={outcome.ash ?? null} onChange={(ash) => change({ ash })} />
			)}
			{late && (
				<Scores
					label="Scent"
					words={SCENT}
					value={outcome.scent ?? null}
					onChange={(scent) => change({ scent })}
				/>
			)}
			<FaultRows
				faults={outcome.faults ?? []}
				bars={open.bars.length}
				onChange={(faults) => change({ faults })}
			/>
			{stage === "cut" && (
				<LeftRows
					left={outcome.left ?? []}
					colours={live.plan.colours}
					onChange={(left) => change({ left })}
				/>
			)}
			<NotesField
				label="In your own words"
				rows={3}
				max={8000}
				value={outcome.notes ?? ""}
				onChange={(notes) => change({ notes })}
			/>
			{late && (
				<fieldset>
					<legend className="font-semibold text-soft text-xs">Would you make it again?</legend>
					<div className="mt-1 flex gap-2">
						{VERDICTS.map(([key, name]) => (
							<Button
								key={key}
								look={outcome.verdict === key ? "main" : "plain"}
								aria-pressed={outcome.verdict === key}
								onClick={() => change({ verdict: outcome.verdict === key ? null : key })}
							>
								{name}
							</Button>
						))}
					</div>
				</fieldset>
			)}
			{problem && <Problems problems={problem.problems ?? []} title={problem.message} />}
			<div className="flex items-center gap-3">
				<Button type="submit" look="main" disabled={write.isPending || (written && !unwritten)}>
					<Check aria-hidden className="size-4" /> {written ? "Update" : "Save"}
				</Button>
				<p role="status" className="text-soft text-sm">
					{write.isPending
						? "Saving…"
						: unwritten
							? unkept
								? "Not saved yet, and this browser can keep no more: save it before you leave."
								: "Not saved yet; kept in this browser."
							: written
								? "Saved."
								: "Leave out what you did not look at."}
				</p>
			</div>
		</form>
	);
}
