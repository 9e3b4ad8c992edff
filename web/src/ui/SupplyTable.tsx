import type { Supply } from "../api/types";
import { useUnits } from "./UnitsContext";
import { withUnit } from "./units";

/** What is taken from the cupboard, against what there is. */
export function SupplyTable({ supplies, caption }: { supplies: readonly Supply[]; caption: string }) {
	const { units } = useUnits();
	const weight = (grams: number) =>
		withUnit(grams, "weight", units, units === "metric" ? (grams < 20 ? 1 : 0) : 2);
	return (
		<table className="w-full text-sm">
			<caption className="sr-only">{caption}</caption>
			<thead>
				<tr className="text-soft">
					<th scope="col" className="py-1 text-left font-semibold">
						Takes
					</th>
					<th scope="col" className="py-1 text-right font-semibold">
						Needed
					</th>
					<th scope="col" className="py-1 text-right font-semibold">
						On hand
					</th>
				</tr>
			</thead>
			<tbody>
				{supplies.map((item) => (
					<tr key={`${item.kind} ${item.key}`} className="border-line border-t" data-supply={item.key}>
						<th scope="row" className="py-1 text-left font-normal">
							{item.name}
							{item.short_g > 0 && (
								<span className="block font-bold text-lye text-xs">
									short by {weight(item.short_g)}
									{item.instead && (
										<span className="font-normal text-soft"> · {item.instead} is most like it</span>
									)}
								</span>
							)}
						</th>
						<td className="figures py-1 text-right align-top">{weight(item.grams)}</td>
						<td className="figures py-1 text-right align-top">
							{item.stock_g == null ? <span className="text-soft">not counted</span> : weight(item.stock_g)}
						</td>
					</tr>
				))}
			</tbody>
		</table>
	);
}
