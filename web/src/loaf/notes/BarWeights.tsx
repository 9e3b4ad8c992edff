import { useId } from "react";
import type { Figure, LoafOutcome } from "../../api/types";
import { NumberInput } from "../../ui/NumberInput";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, unitOf, withUnit } from "../../ui/units";

type Weight = NonNullable<LoafOutcome["weights"]>[number];

interface Props {
	planned: readonly Figure[];
	/** Weighed cured: the fresh weight stands beside. */
	cured: boolean;
	fresh: readonly Weight[];
	weights: readonly Weight[];
	onChange: (weights: Weight[]) => void;
}

/** A field for each bar; those left empty were not weighed. */
export function BarWeights({ planned, cured, fresh, weights, onChange }: Props) {
	const { units } = useUnits();
	const id = useId();
	const unit = unitOf(units, "weight");
	const digits = units === "metric" ? 0 : 1;
	const set = (bar: number, grams: number | null) => {
		const others = weights.filter((item) => item.bar !== bar);
		const mine = grams ? [{ bar, grams }] : [];
		onChange([...others, ...mine].sort((a, b) => a.bar - b.bar));
	};
	return (
		<fieldset>
			<legend className="font-semibold text-soft text-xs">
				{cured ? "Weights, cured" : "Weights, fresh"} <span className="font-normal">{unit.label}</span>
			</legend>
			<ol className="mt-1 grid grid-cols-5 gap-2">
				{planned.map((figure, i) => {
					const bar = i + 1;
					const grams = weights.find((item) => item.bar === bar)?.grams;
					const was = cured ? fresh.find((item) => item.bar === bar)?.grams : figure.value;
					return (
						<li key={bar}>
							<label htmlFor={`${id}-${bar}`} className="text-soft text-xs">
								Bar {bar}
							</label>
							<NumberInput
								id={`${id}-${bar}`}
								quantity="weight"
								digits={digits}
								min={0}
								placeholder={was ? inUnits(was, "weight", units, digits) : ""}
								value={grams ?? null}
								onChange={(weighed) => set(bar, weighed)}
							/>
						</li>
					);
				})}
			</ol>
			<p className="mt-1 text-soft text-xs">
				In grey: {cured ? "their fresh weight" : "the plan"}. {weights.length} weighed,{" "}
				{withUnit(
					weights.reduce((sum, item) => sum + item.grams, 0),
					"weight",
					units,
					digits,
				)}{" "}
				together. Weigh at least half of them{cured ? "." : ", and it is told what stayed on the bowls."}
			</p>
		</fieldset>
	);
}
