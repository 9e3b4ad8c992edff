import { Link } from "react-router";
import type { Costing } from "../../api/types";
import { fixed } from "../../ui/counting";
import { FigureValue } from "../../ui/FigureValue";
import { useUnits } from "../../ui/UnitsContext";
import { currencyOf, unitOf, withUnit } from "../../ui/units";

/** What the loaf cost, by bar: simple, and with what is not counted in it. */
export function CostCard({
	costing,
	currency,
	stockUsed,
}: {
	costing: Costing;
	currency: string;
	stockUsed: boolean;
}) {
	const { units } = useUnits();
	const money = (value: number) => `${currencyOf(currency, units)} ${fixed(value, 2)}`;
	const known = costing.lines.filter((line) => line.cost != null);
	return (
		<section aria-label="Cost" className="tray p-4 text-sm">
			<h2 className="text-base">What it costs</h2>
			{known.length === 0 && costing.hands === 0 ? (
				<p className="mt-1">
					No prices yet: write them beside the stock in the <Link to="/cupboard">cupboard</Link>.
				</p>
			) : (
				<>
					<p className="mt-1">
						<strong className="text-lg">{money(costing.per_bar)}</strong> a bar, {costing.bars} bars;{" "}
						{costing.also.map((other) => `${money(other.each)} each of ${other.count} ${other.name}; `)}
						{money(costing.total)} in all,{" "}
						{units === "us"
							? `${money((costing.per_100g * unitOf(units, "weight").size) / 100)} for an ounce cured.`
							: `${money(costing.per_100g)} for 100 g cured.`}
						{costing.hands > 0 && (
							<>
								{" "}
								Of it {money(costing.hands)} for{" "}
								<FigureValue figure={costing.hours} label="Hours of work" digits={1} /> of work.
							</>
						)}
					</p>
					<details className="mt-1">
						<summary className="cursor-pointer font-semibold text-rim-deep">What it is made of</summary>
						<table className="figures mt-1 w-full text-xs">
							<tbody>
								{known.map((line) => (
									<tr key={line.key}>
										<td className="font-sans">{line.name}</td>
										<td className="text-right">{withUnit(line.grams, "weight", units, 1)}</td>
										<td className="text-right">{money(line.cost ?? 0)}</td>
									</tr>
								))}
							</tbody>
						</table>
					</details>
				</>
			)}
			{(costing.without_price ?? []).length > 0 && known.length > 0 && (
				<p className="mt-1 text-brass">
					Without a price, and not counted: {costing.without_price.join(", ")}.
				</p>
			)}
			<p className="mt-1 text-soft text-xs">
				Ingredients{costing.hands > 0 ? " and work" : ""} only: no rent, wrapping, tests or tax.{" "}
				{stockUsed
					? "Its supplies have been taken off the stock."
					: "Once the cut is saved, its supplies come off the stock."}
			</p>
		</section>
	);
}
