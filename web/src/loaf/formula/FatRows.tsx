import type { Fat, FatGroup, Formula } from "../../api/types";
import { counted } from "../../ui/counting";
import { PercentRows } from "../../ui/PercentRows";
import { useUnits } from "../../ui/UnitsContext";
import { unitOf } from "../../ui/units";

interface Props {
	formula: Formula;
	fats: readonly Fat[];
	groups: readonly FatGroup[];
	onChange: (fats: Formula["fats"]) => void;
}

type Way = "percent" | "grams";

const amountOf = (share: Formula["fats"][number]) => share.percent ?? share.grams ?? 0;

/** Fats in percent, or in weights as a formula was written down. */
export function FatRows({ formula, fats, groups, onChange }: Props) {
	const { units } = useUnits();
	const way: Way = formula.fats.some((share) => share.grams) ? "grams" : "percent";
	const weight = unitOf(units, "weight");
	const size = way === "grams" ? weight.size : 1;
	const total = formula.fats.reduce((sum, share) => sum + amountOf(share), 0);
	// The likeliest that it does not have yet.
	const unused = groups
		.flatMap((group) => group.keys)
		.find((key) => !formula.fats.some((share) => share.fat === key));
	const make = (fat: string, amount: number) =>
		way === "percent" ? { fat, percent: amount } : { fat, grams: amount };
	return (
		<fieldset className="space-y-2">
			<legend className="flex w-full items-center gap-3 font-bold">
				Fats
				<WaySwitch way={way} onChange={(next) => onChange(restated(formula.fats, next))} />
			</legend>
			<PercentRows
				what="Fat"
				digits={way === "grams" ? weight.digits : 2}
				suffix={way === "grams" ? weight.label : "%"}
				rows={formula.fats.map((share) => ({ key: share.fat, percent: amountOf(share) / size }))}
				options={fats.map((fat) => [fat.key, fat.name] as const)}
				groups={groups}
				onChange={(rows) => onChange(rows.map((row) => make(row.key, row.percent * size)))}
				onAdd={
					unused === undefined
						? undefined
						: () => onChange([...formula.fats, make(unused, way === "percent" ? 5 : 50)])
				}
			>
				<p className="figures pr-12 text-sm">
					Total {counted(String(Number((total / size).toFixed(2))))} {way === "grams" ? weight.label : "%"}
				</p>
			</PercentRows>
		</fieldset>
	);
}

/** The same fats said the other way: a hundred grams to a hundred percent. */
function restated(fats: Formula["fats"], way: Way): Formula["fats"] {
	const total = fats.reduce((sum, share) => sum + amountOf(share), 0);
	if (way === "grams") return fats.map((share) => ({ fat: share.fat, grams: amountOf(share) * 10 }));
	let left = 100;
	return fats.map((share, i) => {
		const percent = i === fats.length - 1 ? left : Math.round((amountOf(share) / total) * 10000) / 100;
		left = Math.round((left - percent) * 100) / 100;
		return { fat: share.fat, percent };
	});
}

function WaySwitch({ way, onChange }: { way: Way; onChange: (way: Way) => void }) {
	return (
		<span className="flex overflow-hidden rounded-lg border border-rim/60 text-sm">
			{(["percent", "grams"] as const).map((value) => (
				<button
					key={value}
					type="button"
					aria-pressed={way === value}
					className={`px-2.5 py-0.5 ${way === value ? "bg-rim text-on-rim" : "bg-enamel text-rim-deep hover:bg-rim-wash"}`}
					onClick={() => value !== way && onChange(value)}
				>
					{value === "percent" ? "percent" : "weights"}
				</button>
			))}
		</span>
	);
}
