import { Shuffle } from "lucide-react";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import type { Outcome } from "./useFaces";

interface Props {
	outcome: Outcome;
	onChange: (outcome: Outcome) => void;
	sharp: boolean;
}

const SIDES = [
	["front", "Front faces"],
	["back", "Back faces"],
] as const;

/** Which plausible outcome is drawn, and what pouring later would do. */
export function OutcomeFields({ outcome, onChange, sharp }: Props) {
	return (
		<div className="flex flex-wrap items-end gap-3">
			<Button onClick={() => onChange({ ...outcome, seed: outcome.seed + 1 })}>
				<Shuffle aria-hidden className="size-4" /> Another outcome
			</Button>
			<p role="status" className="pb-2 text-sm text-soft">
				Outcome {outcome.seed}
				{sharp ? "" : ", still being drawn"}
			</p>
			<div className="w-36">
				<SelectField
					label="Seen"
					value={outcome.back ? "back" : "front"}
					options={SIDES}
					onChange={(side) => onChange({ ...outcome, back: side === "back" })}
				/>
			</div>
			<div className="w-40">
				<NumberField
					label="Poured later by"
					suffix="min"
					digits={0}
					value={outcome.laterMin}
					onChange={(laterMin) => onChange({ ...outcome, laterMin: Math.min(180, Math.max(-30, laterMin)) })}
				/>
			</div>
		</div>
	);
}
