import { Link } from "react-router";
import type { Pot } from "../../api/types";
import { useCatalogue } from "../../api/useCatalogue";
import { jobPath } from "../../bench/jobs/JobRow";
import { paintOf } from "../../drawing/paint";
import { fixed } from "../../ui/counting";
import { FigureValue } from "../../ui/FigureValue";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { onScale, withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { CannotWeigh } from "./CannotWeigh";
import { PotBowls } from "./PotBowls";

const KINDS = {
	column: "Column",
	loaf: "The loaf",
	cavity: "Cavity pieces",
	slab: "A slab or block to cut",
	block: "A block to grate",
	dough: "For dough",
	piped: "Piped ahead",
	frosting: "Frosting of its own",
	batch: "Cast together",
} as const;

/** One pot: what goes in, and the bowls it is split into; both add up to the same total. */
export function PotSheet({ pot, exact }: { pot: Pot; exact: boolean }) {
	const { id, document, live } = useEditor();
	const { units } = useUnits();
	const job = live.plan.steps.find((step) => step.pot === pot.id)?.job;
	const formula = document.formulas.find((item) => item.id === pot.formula);
	const { main, fine: small } = live.plan.scales;
	const weight = (grams: number) => onScale(grams, main);
	// What the fine scale adds is in the total.
	const total = pot.ingredients.some((line) => line.fine) ? small : main;
	const whole = (grams: number) => onScale(grams, total);
	const { colour } = paintOf(live.of, live.plan);
	const places = new Map(
		useCatalogue("additive_stages").map((entry) => [entry.kind, entry.label.toLowerCase()]),
	);
	const wide = pot.portions.length > 1;
	const added = pot.portions.filter((part) => part.additions.length > 0);
	const before = (grams: number) =>
		`before rounding ${onScale(grams, { ...small, digits: small.digits + 2 })}`;
	const fine = (grams: number) => onScale(grams, small);
	const row = (line: Pot["ingredients"][number]): Row => ({
		key: `${line.role} ${line.key}`,
		name: line.times > 1 ? `${line.name}, thinned 1 in ${line.times}` : line.name,
		grams: line.fine ? fine(line.grams) : weight(line.grams),
		mark: line.role === "lye",
		note: [line.stage && `into ${places.get(line.stage) ?? line.stage}`, exact && before(line.exact_g)]
			.filter(Boolean)
			.join("; "),
	});
	// Of a mixing that several loaves share, only what goes in after emulsion is weighed for this one.
	const parted: Row | null =
		pot.shared || pot.from_batch
			? {
					key: "batter",
					name: pot.from_batch ? `Batter of ${pot.from_batch.name}, at emulsion` : "Batter that stays",
					grams: weight(pot.at_emulsion_g),
				}
			: null;
	const weighedHere = parted ? pot.ingredients.filter((line) => !line.before_emulsion) : pot.ingredients;
	return (
		<section
			className={`tray break-inside-avoid p-4 ${wide ? "lg:col-span-2" : ""}`}
			aria-labelledby={`pot-${pot.id}`}
		>
			<div className="flex flex-wrap items-baseline gap-x-3">
				<h2 id={`pot-${pot.id}`} className="text-xl">
					{pot.name}
				</h2>
				<p className="text-sm text-soft">
					{KINDS[pot.kind]} · {formula?.name}
				</p>
				<p className="figures ml-auto text-xl font-bold">
					{pot.unweighable ? "cannot be weighed" : whole(pot.total_g)}
				</p>
			</div>
			<p className="mb-2 text-sm">
				Delivers <FigureValue figure={pot.delivers} label="Batter to deliver" />, so mix{" "}
				<FigureValue figure={pot.batter} label="Batter to mix" /> at{" "}
				<FigureValue figure={pot.density} label="Batter density" />. Lye{" "}
				{fixed(pot.lye_concentration_percent, 1)} % strong; superfat{" "}
				<FigureValue figure={pot.superfat} label="Superfat after rounding" digits={1} />.{" "}
				{job && (
					<Link className="no-print text-rim-deep underline" to={jobPath({ loaf: id, key: job })}>
						To the bench
					</Link>
				)}
			</p>
			{pot.casts.length > 1 && (
				<p className="mb-2 text-sm" data-fills>
					Fills{" "}
					{pot.casts
						.map(
							(cast) =>
								`${cast.name} (${cast.bowls.map((bowl) => `${withUnit(bowl.ml, "volume", units)} ${bowl.name}`).join(", ")})`,
						)
						.join("; ")}
					.
				</p>
			)}
			{pot.unweighable ? (
				<CannotWeigh pot={pot.id} name={pot.name} why={pot.unweighable} />
			) : (
				<>
					<PotBowls pot={pot} />
					{pot.shared && (
						<div className="mb-4 max-w-2xl rounded-lg bg-rim-wash p-3" data-shared>
							<Rows
								caption={`Weighed at once for ${pot.name} and ${pot.shared.gives.map((taker) => taker.name).join(" and ")}`}
								total={whole(pot.shared.total_g)}
								rows={pot.shared.lines.map(row)}
							/>
							<p className="mt-2 text-sm">
								At emulsion take out{" "}
								{pot.shared.gives.map((taker) => `${weight(taker.total_g)} for ${taker.name}`).join(" and ")};{" "}
								{weight(pot.at_emulsion_g)} stay.
							</p>
						</div>
					)}
					<div className={wide ? "grid gap-6 md:grid-cols-2" : ""}>
						<Rows
							caption={parted ? "This loaf’s part" : "On the scale"}
							total={whole(pot.total_g)}
							rows={[...(parted ? [parted] : []), ...weighedHere.map(row)]}
						/>
						{wide && (
							<Rows
								caption="Split into"
								total={whole(pot.total_g)}
								rows={pot.portions.map((part) => ({
									key: part.key,
									name: part.name,
									grams: whole(part.grams),
									srgb: colour(part.colour),
									note: `fills ${withUnit(part.delivers.value, "volume", units)}, ${withUnit(part.clings_ml, "volume", units)} on bowls`,
								}))}
							/>
						)}
					</div>
					{pot.thinned.length > 0 && (
						<ul className="mt-3 space-y-1 text-sm" aria-label="To be thinned first">
							{pot.thinned.map((mix) => (
								<li key={`${mix.key} ${mix.times}`}>
									<strong>{mix.name}</strong> is too little to weigh by itself: stir {fine(mix.stir_g)} with{" "}
									{fine(mix.into_g)} of {mix.into}, and take of that for {mix.for_bowls.join(" and ")}.
								</li>
							))}
						</ul>
					)}
					{pot.scent_mixes.length > 0 && (
						<ul className="mt-3 space-y-1 text-sm" aria-label="Scents to be mixed">
							{pot.scent_mixes.map((mix) => (
								<li key={mix.key}>
									<strong>{mix.name}</strong> is mixed of{" "}
									{mix.bottles.map((bottle) => `${fine(bottle.grams)} of ${bottle.name}`).join(" and ")}.
								</li>
							))}
						</ul>
					)}
					{added.length > 0 && (
						<div className={`mt-4 grid gap-4 ${added.length > 1 ? "sm:grid-cols-2 xl:grid-cols-3" : ""}`}>
							{added.map((part) => (
								<div key={part.key} data-portion={part.key}>
									<p className="flex items-center gap-2 font-bold text-sm">
										<Swatch srgb={colour(part.colour)} /> Into {part.name}
									</p>
									<table className="w-full text-sm">
										<caption className="sr-only">What goes into {part.name} besides batter</caption>
										<tbody>
											{part.additions.map((item) => (
												<tr key={`${item.role} ${item.key}`} className="border-line border-t">
													<th scope="row" className="py-1 pr-2 text-left font-normal">
														{item.name}
														{item.times > 1 && `, thinned 1 in ${item.times}`}
														{item.last && ", at the very last"}
														{exact && <span className="block text-xs text-soft">{before(item.exact_g)}</span>}
													</th>
													<td className="figures py-1 text-right font-semibold whitespace-nowrap">
														{fine(item.grams)}
													</td>
												</tr>
											))}
										</tbody>
									</table>
									<p className="text-xs text-soft">
										Then weighs {fine(part.finished_g)}; free fat {fixed(part.superfat_percent, 1)} %
										{part.scent && `; scent ${fixed(part.scent.value, 2)} % of it`}
										{part.scent &&
											part.scent_max_percent != null &&
											`, at most ${fixed(part.scent_max_percent, 2)} %`}
										.
									</p>
								</div>
							))}
						</div>
					)}
				</>
			)}
		</section>
	);
}

interface Row {
	key: string;
	name: string;
	grams: string;
	srgb?: string;
	note?: string;
	mark?: boolean;
}

function Rows({ caption, rows, total }: { caption: string; rows: readonly Row[]; total: string }) {
	return (
		<table className="w-full self-start">
			<caption className="pb-1 text-left font-bold text-sm">{caption}</caption>
			<tbody>
				{rows.map((row) => (
					<tr key={row.key} className="border-line border-t">
						<th
							scope="row"
							className={`py-1 pr-2 text-left font-normal ${row.mark ? "font-semibold text-lye" : ""}`}
						>
							<span className="flex items-center gap-2">
								{row.srgb && <Swatch srgb={row.srgb} />}
								<span>
									{row.name}
									{row.note && <span className="block text-xs text-soft">{row.note}</span>}
								</span>
							</span>
						</th>
						<td className="figures py-1 text-right align-top font-semibold whitespace-nowrap">{row.grams}</td>
					</tr>
				))}
			</tbody>
			<tfoot>
				<tr className="border-rim border-t-2">
					<th scope="row" className="py-1 text-left">
						Total
					</th>
					<td className="figures py-1 text-right font-bold">{total}</td>
				</tr>
			</tfoot>
		</table>
	);
}
