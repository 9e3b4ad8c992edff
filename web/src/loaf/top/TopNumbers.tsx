import { paintOf } from "../../drawing/paint";
import { FigureValue } from "../../ui/FigureValue";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { minutesText, withUnit } from "../../ui/units";
import { HeightLimits } from "../drawers/HeightLimits";
import { useEditor } from "../editor/EditorContext";

/** What the top takes: frosting by colour, bags, hands, heights. */
export function TopNumbers() {
	const { live } = useEditor();
	const { units } = useUnits();
	const { top } = live.plan;
	const paint = paintOf(live.of, live.plan);
	const names = new Map(live.of.colours.map((colour) => [colour.id, colour.name]));
	const tips = new Map(top.tips.map((tip) => [tip.id, tip.name]));
	const ml = units === "metric" ? 0 : 1;
	return (
		<div className="grid gap-x-8 gap-y-3 text-sm sm:grid-cols-2 xl:grid-cols-3">
			<section aria-label="Frosting">
				<h2 className="text-base">Frosting</h2>
				{top.colours.length === 0 && <p className="text-soft">None.</p>}
				<dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1.5">
					{top.colours.map((need) => (
						<div key={need.colour} className="col-span-2 grid grid-cols-subgrid">
							<dt className="flex items-center gap-2">
								<Swatch srgb={paint.colour(need.colour)} /> {names.get(need.colour)}
							</dt>
							<dd>
								<FigureValue figure={need.total} label={`Frosting, ${names.get(need.colour)}`} digits={ml} />
							</dd>
						</div>
					))}
					{top.colours.length > 1 && (
						<div className="col-span-2 grid grid-cols-subgrid border-line border-t pt-1 font-bold">
							<dt>Total</dt>
							<dd>
								<FigureValue figure={top.volume} label="Frosting in all" digits={ml} />
							</dd>
						</div>
					)}
				</dl>
			</section>
			<section aria-label="Bags and time">
				<h2 className="text-base">Bags and time</h2>
				<ul className="mt-1 space-y-1">
					{top.bags.map((bag) => (
						<li key={`${bag.tip} ${bag.colours}`} className="flex items-center gap-2">
							<span className="flex">
								{bag.colours.map((colour) => (
									<Swatch key={colour} srgb={paint.colour(colour)} />
								))}
							</span>
							<span>
								{bag.count} {bag.count === 1 ? "bag" : "bags"} with {tips.get(bag.tip)},{" "}
								{withUnit(bag.each_ml, "volume", units)}
								{bag.count > 1 && " each"}
							</span>
						</li>
					))}
				</ul>
				{top.minutes.value > 0.5 && (
					<p className="mt-1">
						<FigureValue figure={top.minutes} label="Time at the piping bag" /> of work, and{" "}
						{minutesText(top.rest_min)} of rest between.
					</p>
				)}
			</section>
			<section aria-label="Heights">
				<h2 className="text-base">Heights</h2>
				<p className="mt-1">
					Stands {withUnit(top.high_mm, "length", units)} over the batter,{" "}
					{top.over_rim_mm > 0
						? `${withUnit(top.over_rim_mm, "length", units)} over the rim.`
						: `${withUnit(-top.over_rim_mm, "length", units)} under the rim.`}
				</p>
				<div className="mt-2 max-w-xs">
					<HeightLimits />
				</div>
				{top.runs.map((run) => (
					<p key={run.id} className="mt-1 text-soft">
						{run.name}: hold their shape once the frosting is {run.thick_from}; can be piped up to{" "}
						{run.thick_to}.
					</p>
				))}
			</section>
		</div>
	);
}
