import type { Formula } from "../../api/types";
import { Cautions } from "../../ui/Cautions";
import { FigureValue } from "../../ui/FigureValue";
import { SelectField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { temperatureText } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

const SCHOOLS = [
	["cool", "Cool"],
	["matched warm", "Matched warm"],
	["hot lye", "Hot lye on hard fats, liquid oils after"],
	["milk in oils", "Milk powder in the oils"],
] as const;

/** The school of working, and what it means for each pot: computed, not typed. */
export function HeatNotes({
	formula,
	onSchool,
}: {
	formula: Formula;
	onSchool: (school: Formula["school"]) => void;
}) {
	const { live } = useEditor();
	const { units } = useUnits();
	const { plan } = live;
	const mine = plan.pots.filter((pot) => pot.formula === formula.id);
	const heats = plan.heats.filter((heat) => mine.some((pot) => pot.id === heat.pot));
	const name = (id: string) => plan.pots.find((pot) => pot.id === id)?.name ?? id;
	return (
		<section aria-labelledby="heat" className="tray space-y-3 p-4">
			<h2 id="heat" className="text-lg">
				Temperatures
			</h2>
			<SelectField label="Temperature method" value={formula.school} options={SCHOOLS} onChange={onSchool} />
			{heats[0] && <p className="text-sm">{heats[0].school.why}</p>}
			{heats.length > 0 && (
				<table className="w-full text-sm">
					<thead>
						<tr className="text-left text-soft">
							<th scope="col" className="py-1 font-semibold">
								Pot
							</th>
							<th scope="col" className="py-1 font-semibold">
								Lye reaches
							</th>
							<th scope="col" className="py-1 font-semibold">
								Rests to {temperatureText(heats[0]?.lye_at ?? 0, units)}
							</th>
							<th scope="col" className="py-1 font-semibold">
								Mixed at
							</th>
						</tr>
					</thead>
					<tbody>
						{heats.map((heat) => (
							<tr key={heat.pot} className="border-line border-t">
								<th scope="row" className="py-1.5 pr-2 text-left font-normal">
									{name(heat.pot)}
								</th>
								<td className="py-1.5">
									<FigureValue figure={heat.lye_peak} label={`Lye of ${name(heat.pot)} reaches`} />
								</td>
								<td className="py-1.5">
									<FigureValue figure={heat.rest} label={`Rest of the lye of ${name(heat.pot)}`} />
								</td>
								<td className="py-1.5">
									<FigureValue figure={heat.mixing} label={`${name(heat.pot)} mixed`} />
								</td>
							</tr>
						))}
					</tbody>
				</table>
			)}
			<Cautions lines={plan.cautions} />
		</section>
	);
}
