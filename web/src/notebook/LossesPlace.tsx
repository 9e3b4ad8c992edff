import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { lossesQuery } from "../api/queries";
import { today } from "../ui/dates";
import { DateField } from "../ui/day/DateField";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { dayAfter } from "../ui/zoneTime";

const aYearAgo = () => dayAfter(today(), -365);

/** Where batter went besides into bars. */
export function LossesPlace() {
	const [since, setSince] = useState(aYearAgo);
	const { data: losses } = useQuery(lossesQuery(since));
	const { units } = useUnits();
	const rows = losses
		? ([
				["On bowls and spatulas", losses.bowls_g, "var(--color-brass)"],
				["Thrown away at the bench", losses.thrown_g, "var(--color-lye)"],
				["Thrown away from the shelf", losses.off_the_shelf_g, "var(--color-lye)"],
				["Left over and kept", losses.kept_g, "var(--color-set)"],
			] as const)
		: [];
	const most = Math.max(1, ...rows.map(([, grams]) => grams));
	return (
		<section className="tray max-w-3xl space-y-3 p-5" aria-label="Leftovers and losses">
			<div className="w-44">
				<DateField label="Since" value={since} onChange={(day) => day && setSince(day)} />
			</div>
			{losses && <p role="status">{losses.says}</p>}
			<ul className="space-y-2">
				{rows.map(([name, grams, fill]) => (
					<li
						key={name}
						className="grid grid-cols-[minmax(6rem,13rem)_minmax(2rem,1fr)_minmax(max-content,6rem)] items-center gap-3 text-sm"
					>
						<span>{name}</span>
						<span aria-hidden className="h-4 rounded bg-bench">
							<span
								className="block h-4 rounded"
								style={{ width: `${(100 * grams) / most}%`, background: fill }}
							/>
						</span>
						<span className="figures text-right">
							{withUnit(grams, "weight", units, units === "metric" ? 0 : 1)}
						</span>
					</li>
				))}
			</ul>
			<p className="text-soft text-xs">
				What stayed on bowls is told by the bars' weights, where at least half of a loaf was weighed. What was
				kept lies on the <Link to="/shelf">shelf</Link> as dough, shreds or pieces, with the loaves that could
				use it up. Wipe bowls; never rinse thick batter down the drain.
			</p>
		</section>
	);
}
