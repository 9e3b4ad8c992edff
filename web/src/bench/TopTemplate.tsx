import { Printer } from "lucide-react";
import type { BowlClock } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { TopView } from "../loaf/top/TopView";
import { useUnits } from "../ui/UnitsContext";
import { paperOf } from "../ui/units";
import { StepSlant } from "./StepSlant";
import { LOOKS, type Tone } from "./tone";

interface Props {
	step: string;
	tone: Tone;
	clocks: readonly BowlClock[];
}

/** At the piping and the placing: how the top is to look by the end of the step, and the template to lay beside it. */
export function TopTemplate({ step, tone, clocks }: Props) {
	const { id } = useEditor();
	const { units } = useUnits();
	const run = step.startsWith("loaf.pipe.") ? step.slice("loaf.pipe.".length) : undefined;
	// Pieces of several places in the order are strewn in several steps.
	if (!run && !step.startsWith("loaf.strew") && step !== "loaf.cut") return null;
	return (
		<div className="flex max-w-4xl flex-wrap items-end gap-3">
			<div className="min-w-56 max-w-[420px] flex-5 rounded-xl bg-white p-1">
				<TopView upTo={run} />
			</div>
			{step !== "loaf.cut" && (
				<StepSlant key={step} step={step} clocks={clocks} className="min-w-44 max-w-[300px] flex-3" />
			)}
			<a
				href={`/api/loaves/${id}/top-template.pdf?paper=${paperOf(units)}`}
				className={`flex min-h-[64px] items-center gap-2 rounded-xl border px-4 text-lg font-semibold no-underline ${LOOKS[tone].plain}`}
			>
				<Printer aria-hidden className="size-5" /> Template, 1:1
			</a>
		</div>
	);
}
