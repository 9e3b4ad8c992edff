import type { ColourPlan } from "../../api/types";

interface Props {
	planned: ColourPlan | undefined;
	wished: string;
	name: string;
}

/** The target beside the forecast: wet, next day, cured. */
export function ForecastStrip({ planned, wished, name }: Props) {
	const forecast = planned?.forecast;
	if (!forecast) {
		return <p className="text-sm text-soft">No colourant yet; drawn in your target colour.</p>;
	}
	const swatches = [
		["Target", wished],
		["Wet", forecast.wet.srgb],
		["Next day", forecast.next_day.srgb],
		["Cured", forecast.cured.srgb],
	] as const;
	return (
		<figure aria-label={`Forecast of ${name}`}>
			<div className="grid grid-cols-[1fr_1fr_1fr_2fr] overflow-hidden rounded-lg border border-ink/40">
				{swatches.map(([label, srgb]) => (
					<div key={label} data-swatch={label} title={srgb} className="h-11" style={{ background: srgb }} />
				))}
			</div>
			<div aria-hidden className="grid grid-cols-[1fr_1fr_1fr_2fr] text-xs text-soft">
				{swatches.map(([label]) => (
					<span key={label} className="pt-0.5">
						{label}
					</span>
				))}
			</div>
			<figcaption className="text-sm">
				<details>
					<summary className="cursor-pointer">Cured: {planned.off_says}</summary>
					<p className="text-xs text-soft">
						ΔE {planned.off_wish.toFixed(0)} from the target, give or take {forecast.spread.toFixed(0)}.{" "}
						{forecast.basis}: {forecast.how}. {forecast.source}.
					</p>
				</details>
			</figcaption>
		</figure>
	);
}
