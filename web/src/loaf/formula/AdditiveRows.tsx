import { Plus, X } from "lucide-react";
import type { Additive, AdditiveDose } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";

const UNITS = [
	["g per kg oils", "g/kg oils"],
	["tsp per lb oils", "tsp/lb oils"],
	["tbsp per lb oils", "tbsp/lb oils"],
	["% of water", "% of water"],
] as const;

interface Props {
	doses: readonly AdditiveDose[];
	additives: readonly Additive[];
	onChange: (doses: AdditiveDose[]) => void;
}

/** What else goes in, how much, and where. */
export function AdditiveRows({ doses, additives, onChange }: Props) {
	const patch = (at: number, change: Partial<AdditiveDose>) =>
		onChange(doses.map((dose, i) => (i === at ? { ...dose, ...change } : dose)));
	const unused = additives.find((additive) => !doses.some((dose) => dose.additive === additive.key));
	return (
		<fieldset className="space-y-2">
			<legend className="font-bold">What else goes in</legend>
			{doses.map((dose, i) => (
				<AdditiveRow
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another choice in it must keep the focus.
					key={i}
					dose={dose}
					additives={additives}
					onChange={(change) => patch(i, change)}
					onRemove={() => onChange(doses.filter((_, at) => at !== i))}
				/>
			))}
			{unused && (
				<Button
					look="quiet"
					onClick={() =>
						onChange([
							...doses,
							{ additive: unused.key, amount: unused.low, unit: "g per kg oils", stage: null },
						])
					}
				>
					<Plus aria-hidden className="size-4" /> Another addition
				</Button>
			)}
		</fieldset>
	);
}

interface RowProps {
	dose: AdditiveDose;
	additives: readonly Additive[];
	onChange: (change: Partial<AdditiveDose>) => void;
	onRemove: () => void;
}

const PACES: Record<number, string> = { 1: "thickens a little sooner", 2: "thickens much sooner" };

function AdditiveRow({ dose, additives, onChange, onRemove }: RowProps) {
	const additive = additives.find((item) => item.key === dose.additive);
	const stages = additive ? [additive.stage, ...additive.also] : [];
	const does = additive
		? [
				PACES[additive.pace],
				additive.heat > 0 ? (additive.heat > 1 ? "warms strongly" : "warms") : null,
				additive.note.replace(/\.$/, ""),
			].filter(Boolean)
		: [];
	return (
		<div className="rounded-lg border border-line bg-white p-2">
			<div className="grid grid-cols-[minmax(0,1fr)_70px_124px_112px_auto] items-end gap-2">
				<SelectField
					label="Addition"
					value={dose.additive}
					options={additives.map((item) => [item.key, item.name] as const)}
					onChange={(key) => {
						// Another thing begins at its own usual dose, in the unit of its table.
						const low = additives.find((item) => item.key === key)?.low;
						onChange({ additive: key, stage: null, unit: "g per kg oils", ...(low && { amount: low }) });
					}}
				/>
				<NumberField
					label="Amount"
					digits={2}
					value={dose.amount}
					onChange={(amount) => onChange({ amount })}
				/>
				<SelectField
					label="Said in"
					value={dose.unit}
					options={UNITS}
					onChange={(unit) => onChange({ unit })}
				/>
				<SelectField
					label="Goes into"
					value={dose.stage ?? additive?.stage ?? "oils"}
					options={stages.map((stage) => [stage, stage] as const)}
					onChange={(stage) => onChange({ stage })}
				/>
				<Button look="quiet" aria-label={`Take out ${additive?.name ?? dose.additive}`} onClick={onRemove}>
					<X aria-hidden className="size-4" />
				</Button>
			</div>
			{additive && (
				<p className="mt-1 text-xs text-soft">
					Usually {additive.low} to {additive.high} g/kg:{" "}
					{does.join("; ").replace(/^./, (first) => first.toLowerCase())} (common practice)
				</p>
			)}
		</div>
	);
}
