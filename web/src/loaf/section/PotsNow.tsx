import { Link } from "react-router";
import type { Pot } from "../../api/types";
import { paintOf } from "../../drawing/paint";
import { FigureValue } from "../../ui/FigureValue";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

/** What the drawing means for the scale: it changes under the hand that drags. */
export function PotsNow() {
	const { id, live } = useEditor();
	const { plan } = live;
	const { colour } = paintOf(live.of, plan);
	return (
		<section aria-label="What it takes" className="flex flex-col gap-2 text-sm">
			<dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5">
				<dt>Mould to the rim</dt>
				<dd className="text-right">
					<FigureValue figure={plan.mould.volume} label="Mould to the rim" />
				</dd>
				<dt>Pushed aside</dt>
				<dd className="text-right font-bold" data-testid="pushed-aside">
					<FigureValue figure={plan.pushed_aside} label="Pushed aside" />
				</dd>
				<dt>Batter in the mould</dt>
				<dd className="text-right font-bold" data-testid="batter-in-mould">
					<FigureValue figure={plan.batter_in_mould} label="Batter in the mould" />
				</dd>
				{plan.cuts.moulds > 1 && (
					<>
						<dt>Moulds filled alike</dt>
						<dd className="figures text-right font-bold">× {plan.cuts.moulds}</dd>
					</>
				)}
				<dt>Room left to the rim</dt>
				<dd className="text-right">
					<FigureValue figure={plan.room_above} label="Room left to the rim" />
				</dd>
			</dl>
			<ul className="space-y-1.5 border-rim/40 border-t pt-2">
				{plan.pots.map((pot) => (
					<PotLine key={pot.id} pot={pot} colour={colour} />
				))}
			</ul>
			<p className="mt-auto">
				<Link to={`/loaf/${id}/pots`} className="font-semibold text-rim-deep underline">
					Weigh out the pots
				</Link>
			</p>
		</section>
	);
}

function PotLine({ pot, colour }: { pot: Pot; colour: (id: string) => string }) {
	const { units } = useUnits();
	const grams = (value: number) => withUnit(value, "weight", units, units === "metric" ? 0 : 1);
	return (
		<li data-pot={pot.id}>
			<p className="flex items-baseline justify-between gap-2 font-semibold">
				<span className="flex min-w-0 items-center gap-1.5">
					{pot.portions.length === 1 && <Swatch srgb={colour(pot.portions[0]?.colour ?? "")} size={12} />}
					<span className="truncate">{pot.name}</span>
				</span>
				<span className="figures shrink-0">{grams(pot.total_g)}</span>
			</p>
			{pot.portions.length > 1 && (
				<ul className="mt-0.5 space-y-0.5 pl-3">
					{pot.portions.map((portion) => (
						<li key={portion.key} className="flex items-center gap-1.5">
							<Swatch srgb={colour(portion.colour)} size={12} />
							<span className="min-w-0 flex-1 truncate">{portion.name}</span>
							<span className="figures">{grams(portion.grams)}</span>
						</li>
					))}
				</ul>
			)}
		</li>
	);
}
