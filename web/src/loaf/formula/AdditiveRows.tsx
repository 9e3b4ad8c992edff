import { Plus } from "lucide-react";
import type { AdditiveDose, OfferedAdditive } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/ChoiceField";
import { NumberField, SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { doseRange } from "../../ui/units";

const UNITS = [
	["g per kg oils", "by weight"],
	["tsp per lb oils", "tsp/lb oils"],
	["tbsp per lb oils", "tbsp/lb oils"],
	["% of water", "% of water"],
] as const;

interface Props {
	title: string;
	doses: readonly AdditiveDose[];
	additives: readonly OfferedAdditive[];
	/** Into a single bowl only: with its colours, or at the very last. */
	bowl?: boolean;
	onChange: (doses: AdditiveDose[]) => void;
}

/** What else goes in, how much, and where. */
export function AdditiveRows({ title, doses, additives, bowl = false, onChange }: Props) {
	const patch = (at: number, change: Partial<AdditiveDose>) =>
		onChange(doses.map((dose, i) => (i === at ? { ...dose, ...change } : dose)));
	const offered = bowl ? additives.filter((item) => item.bowl_places.length > 0) : additives;
	const unused = offered.find((additive) => !doses.some((dose) => dose.additive === additive.key));
	return (
		<fieldset className="space-y-2">
			<legend className={bowl ? "sr-only" : "font-bold"}>{title}</legend>
			{doses.map((dose, i) => (
				<AdditiveRow
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another choice in it must keep the focus.
					key={i}
					dose={dose}
					additives={offered}
					bowl={bowl}
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
					<Plus aria-hidden className="size-4" /> {bowl ? "Into this bowl only" : "Add an additive"}
				</Button>
			)}
		</fieldset>
	);
}

interface RowProps {
	dose: AdditiveDose;
	additives: readonly OfferedAdditive[];
	bowl: boolean;
	onChange: (change: Partial<AdditiveDose>) => void;
	onRemove: () => void;
}

const PACES: Record<string, string> = {
	"-2": "thickens much later",
	"-1": "thickens a little later",
	"1": "thickens a little sooner",
	"2": "thickens much sooner",
};

function AdditiveRow({ dose, additives, bowl, onChange, onRemove }: RowProps) {
	const stages = useCatalogue("additive_stages");
	const { units } = useUnits();
	const additive = additives.find((item) => item.key === dose.additive);
	const places = (bowl ? additive?.bowl_places : additive?.places) ?? [];
	const does = additive
		? [
				PACES[additive.pace],
				additive.heat > 0 ? (additive.heat > 1 ? "warms strongly" : "warms") : null,
				additive.note.replace(/\.$/, ""),
			].filter(Boolean)
		: [];
	const usually = does.join("; ").replace(/^./, (first) => first.toLowerCase());
	return (
		<div className="rounded-lg border border-line bg-paper p-2">
			<div
				className={`grid items-end gap-2 ${bowl ? "grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto]" : "grid-cols-[minmax(0,1fr)_70px_auto] sm:grid-cols-[minmax(0,1fr)_70px_112px_148px_auto]"}`}
			>
				<div className={bowl ? "col-span-2" : ""}>
					<ChoiceField
						label="Addition"
						value={dose.additive}
						options={additives.map((item) => [item.key, item.name] as const)}
						onChange={(key) => {
							// Another thing begins at its own usual dose, in the unit of its table.
							const low = additives.find((item) => item.key === key)?.low;
							onChange({ additive: key, stage: null, unit: "g per kg oils", ...(low && { amount: low }) });
						}}
					/>
				</div>
				{bowl && <TakeOut name={additive?.name ?? dose.additive} onRemove={onRemove} />}
				<NumberField
					label="Amount"
					{...(dose.unit === "g per kg oils" ? { quantity: "dose" } : { digits: 2 })}
					value={dose.amount}
					onChange={(amount) => onChange({ amount })}
				/>
				<SelectField
					label="Said in"
					value={dose.unit}
					options={UNITS}
					onChange={(unit) => onChange({ unit })}
				/>
				<div className={bowl ? "col-span-2" : ""}>
					<SelectField
						label="Goes into"
						value={dose.stage ?? places[0] ?? "after trace"}
						options={optionsOf<NonNullable<AdditiveDose["stage"]>>(
							stages.filter((stage) => places.some((place) => place === stage.kind)),
						)}
						onChange={(stage) => onChange({ stage })}
					/>
				</div>
				{!bowl && <TakeOut name={additive?.name ?? dose.additive} onRemove={onRemove} />}
			</div>
			{additive && (
				<p className="mt-1 text-xs text-soft">
					Usually {doseRange(additive.low, additive.high, units)}
					{usually && `: ${usually}`}
					{additive.own ? " (your own)" : " (common practice)"}
				</p>
			)}
		</div>
	);
}

function TakeOut({ name, onRemove }: { name: string; onRemove: () => void }) {
	return <RemoveButton aria-label={`Remove ${name}`} onClick={onRemove} />;
}
