import type { LoafPlan, Measures } from "../../api/types";
import { fixed } from "../../ui/counting";
import { FigureValue } from "../../ui/FigureValue";

type FormulaPlan = LoafPlan["formulas"][number];

/** What the fatty acids imply, in plain words, each with its number. */
export function Readings({ planned }: { planned: FormulaPlan }) {
	const { measures } = planned;
	const rows = [
		{ name: "Firm acids", figure: measures.firm, words: measures.firm_words },
		{ name: "Out of the mould", figure: planned.out_of_mould, words: planned.out_of_mould.how },
		{ name: "Quick to dissolve", figure: measures.dissolves, words: measures.dissolves_words },
		{
			name: "Fat left free",
			figure: measures.free_fat,
			words: "of a dried bar, with what lye never touches",
		},
		{ name: "Iodine value", figure: measures.iodine, words: measures.iodine_words },
	];
	return (
		<section aria-labelledby="readings" className="tray p-4">
			<h2 id="readings" className="text-lg">
				Properties
			</h2>
			<p className="text-sm">
				Its batter weighs <span className="figures">{fixed(planned.g_per_g_oils, 2)} times</span> its oils;
				lye <span className="figures">{fixed(planned.lye_concentration_percent, 1)} %</span> strong; superfat{" "}
				<span className="figures">{fixed(planned.superfat_percent, 1)} %</span> before rounding.
			</p>
			<AcidBand acids={measures.acids} />
			<table className="mt-3 w-full text-sm">
				<tbody>
					{rows.map((row) => (
						<tr key={row.name} className="border-line border-t">
							<th scope="row" className="py-1.5 pr-3 text-left whitespace-nowrap">
								{row.name}
							</th>
							<td className="py-1.5 pr-3 text-right whitespace-nowrap">
								<FigureValue figure={row.figure} label={row.name} digits={0} />
							</td>
							<td className="py-1.5 text-soft">{row.words}</td>
						</tr>
					))}
				</tbody>
			</table>
		</section>
	);
}

const SATURATED = ["#163a6b", "#1f4f8f", "#3d6fb0", "#6b93c7", "#9db8dc", "#c6d6ec"];
const OTHERS = ["#8a5a0b", "#c08a2a", "#e0b763", "#efd9a4", "#f6ead0"];

/** The fatty acids as one band: saturated ones blue, the others brass, each as wide as its share. */
function AcidBand({ acids }: { acids: Measures["acids"] }) {
	const ordered = [...acids].sort(
		(a, b) => Number(b.saturated) - Number(a.saturated) || b.percent - a.percent,
	);
	const seen = { true: 0, false: 0 };
	const bands = ordered.map((acid) => {
		const at = seen[`${acid.saturated}`]++;
		const scale = acid.saturated ? SATURATED : OTHERS;
		return { ...acid, fill: scale[Math.min(at, scale.length - 1)] };
	});
	return (
		<figure className="mt-2">
			<div className="flex h-7 overflow-hidden rounded-md border border-ink/40" aria-hidden>
				{bands.map((band) => (
					<span key={band.code} style={{ width: `${band.percent}%`, background: band.fill }} />
				))}
			</div>
			<figcaption>
				<ul className="mt-1.5 flex flex-wrap gap-x-4 gap-y-0.5 text-xs">
					{bands
						.filter((band) => band.percent >= 0.5)
						.map((band) => (
							<li key={band.code} className="flex items-center gap-1.5">
								<span
									aria-hidden
									className="size-2.5 rounded-[3px] border border-ink/50"
									style={{ background: band.fill }}
								/>
								{band.name} <span className="figures">{band.percent.toFixed(0)} %</span>
							</li>
						))}
				</ul>
			</figcaption>
		</figure>
	);
}
