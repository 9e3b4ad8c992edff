import type { Facts } from "../../api/types";
import { clockText, dayShort } from "../../ui/dates";
import { useUnits } from "../../ui/UnitsContext";
import { temperatureText, withUnit } from "../../ui/units";

/** What the bench log says by itself. */
export function FactsCard({ facts }: { facts: Facts }) {
	const { units } = useUnits();
	const lines = [
		facts.poured_at && `Poured ${dayShort(facts.poured_at)}, done by ${clockText(facts.poured_at)}.`,
		facts.cut_at && `Cut ${dayShort(facts.cut_at)}.`,
		facts.mould_h && `${Math.round(facts.mould_h)} h in the mould.`,
		...Object.entries(facts.mixed_c ?? {}).map(
			([pot, celsius]) => `${pot}: mixed at ${temperatureText(celsius, units)}.`,
		),
		...(facts.went_wrong ?? []).map((words) => `${words}.`),
		...(facts.otherwise ?? []).map((words) => `${words}.`),
		...(facts.skipped ?? []).map((title) => `Passed over: ${title}.`),
	].filter((line) => typeof line === "string");
	const weighed = facts.weighed ?? [];
	if (lines.length === 0 && weighed.length === 0) return null;
	const most = [...weighed].sort(
		(a, b) => Math.abs(b.found_g - b.planned_g) - Math.abs(a.found_g - a.planned_g),
	)[0];
	return (
		<section aria-label="From the bench log" className="tray p-4 text-sm">
			<h2 className="text-base">From the bench log</h2>
			<ul className="mt-1 list-disc space-y-0.5 pl-5">
				{lines.map((line) => (
					<li key={line}>{line}</li>
				))}
				{most && (
					<li>
						{weighed.length} amounts on the scale; farthest off {most.label},{" "}
						<span className="figures">{withUnit(most.found_g - most.planned_g, "weight", units)}</span>.
					</li>
				)}
			</ul>
		</section>
	);
}
