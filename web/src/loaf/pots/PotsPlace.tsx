import { Printer } from "lucide-react";
import { useState } from "react";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { FileLink } from "../../ui/FileLink";
import { CheckField, SelectField } from "../../ui/fields";
import { SupplyTable } from "../../ui/SupplyTable";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { usePaper } from "../../ui/usePaper";
import { useEditor } from "../editor/EditorContext";
import { Remarks } from "../section/Remarks";
import { Reminders } from "../section/Reminders";
import { CastTogether } from "./CastTogether";
import { LabelText } from "./LabelText";
import { MeltedList } from "./MeltedList";
import { MixedTogether } from "./MixedTogether";
import { PotSheet } from "./PotSheet";
import { SizeBack } from "./SizeBack";
import { weighIn } from "./weighing";

/** Everything that goes on the scale, pot by pot. */
export function PotsPlace() {
	const { id, live, save, edit } = useEditor();
	const { units } = useUnits();
	const { paper, papers, choose } = usePaper();
	const { plan } = live;
	const [exact, setExact] = useState(false);
	const own = units === "us" ? "oz" : "g";
	const printable = save.is === "kept";
	return (
		<>
			<div className="mb-3 flex flex-wrap items-end gap-3">
				<p className="mr-auto">
					{plan.pots.length} {plan.pots.length === 1 ? "pot" : "pots"},{" "}
					<strong className="figures">{withUnit(plan.total_to_mix_g, "weight", units)}</strong> of batter in
					all. Castings first, the loaf last.
				</p>
				<div className="no-print flex flex-wrap items-end gap-2">
					<CheckField label="Show amounts before rounding" checked={exact} onChange={setExact} />
					<SelectField label="Paper" value={paper} options={papers} onChange={choose} />
					{printable ? (
						<FileLink look="main" href={`/api/loaves/${id}/weigh-out.pdf?paper=${paper}&units=${units}`}>
							<Printer aria-hidden className="size-4" /> Print the weigh-out
						</FileLink>
					) : (
						<Button look="main" disabled title="Once it is saved">
							<Printer aria-hidden className="size-4" /> Print the weigh-out
						</Button>
					)}
				</div>
			</div>
			<Cautions lines={plan.cautions} />
			{plan.scales.main.unit !== own && (
				<p className="no-print mt-3 flex flex-wrap items-center gap-3 text-sm">
					This loaf is weighed on a scale that reads {plan.scales.main.unit === "g" ? "grams" : "ounces"}.
					<Button onClick={() => edit(weighIn(own, plan.scales), "scale")}>
						Weigh it in {own === "g" ? "grams" : "ounces"}
					</Button>
				</p>
			)}
			<div className="mt-3 grid grid-cols-1 items-start gap-4 lg:grid-cols-2 min-[106rem]:grid-cols-3">
				{plan.pots.map((pot) => (
					<PotSheet key={pot.id} pot={pot} exact={exact} />
				))}
			</div>
			<div className="mt-4 grid grid-cols-1 items-start gap-4 lg:grid-cols-2 min-[106rem]:grid-cols-3">
				<div className="space-y-4">
					<CastTogether />
					<MixedTogether />
					<MeltedList />
					<SizeBack />
					<Remarks codes={/^(pot|portion|stock|shreds|additive|assessed|finish|label)/} />
					<Reminders />
					<section aria-labelledby="label" className="tray space-y-2 p-4">
						<h2 id="label" className="text-lg">
							Ingredient label, a draft
						</h2>
						<LabelText label={plan.label} />
						<p className="text-xs text-soft">{plan.label.caution}</p>
					</section>
				</div>
				<section aria-labelledby="supplies" className="tray p-4">
					<h2 id="supplies" className="text-lg">
						From the cupboard
					</h2>
					<SupplyTable supplies={plan.supplies} caption="What this loaf takes" />
				</section>
			</div>
		</>
	);
}
