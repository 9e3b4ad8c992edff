import { paintOf } from "../../drawing/paint";
import { Cautions } from "../../ui/Cautions";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { onScale, withUnit } from "../../ui/units";
import { MELT_CAUTION } from "../drawers/bases";
import { useEditor } from "../editor/EditorContext";

/** What is melted and poured of a bought base: no pot, no lye. */
export function MeltedList() {
	const { live } = useEditor();
	const { units } = useUnits();
	const { melted, scales } = live.plan;
	const { colour } = paintOf(live.of, live.plan);
	if (melted.length === 0) return null;
	return (
		<section aria-labelledby="melted" className="tray space-y-2 p-4">
			<h2 id="melted" className="text-lg">
				Melted and poured
			</h2>
			<table className="w-full text-sm">
				<caption className="sr-only">Base for each, and what goes into it</caption>
				<tbody>
					{melted.map((cast) => (
						<tr key={cast.id} className="border-line border-t">
							<th scope="row" className="py-1 pr-2 text-left font-normal">
								<span className="flex items-center gap-2">
									<Swatch srgb={colour(cast.colour)} />
									<span>
										{cast.name}
										{cast.around && `, around ${cast.around}`}
										<span className="block text-xs text-soft">
											{cast.base_name}, to fill {withUnit(cast.ml, "volume", units)}
											{cast.colourants.map(
												(jar) =>
													`; ${onScale(jar.grams, scales.fine)} of ${jar.name}${jar.times > 1 ? `, thinned 1 in ${jar.times}` : ""}`,
											)}
										</span>
									</span>
								</span>
							</th>
							<td className="figures py-1 text-right align-top font-semibold whitespace-nowrap">
								{onScale(cast.grams, scales.main)}
							</td>
						</tr>
					))}
				</tbody>
			</table>
			<Cautions lines={MELT_CAUTION} />
		</section>
	);
}
