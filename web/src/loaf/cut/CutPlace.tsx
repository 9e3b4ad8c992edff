import { useState } from "react";
import { FacePicture } from "../../drawing/FacePicture";
import { lookOf, paintOf } from "../../drawing/paint";
import { pieceLooks } from "../../drawing/pieceLook";
import { FigureValue } from "../../ui/FigureValue";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, withUnit } from "../../ui/units";
import { CutsFields } from "../drawers/CutsFields";
import { HeightLimits } from "../drawers/HeightLimits";
import { useEditor } from "../editor/EditorContext";
import { Remarks } from "../section/Remarks";
import { FaceLarge } from "./FaceLarge";
import { OutcomeFields } from "./OutcomeFields";
import { ShiftOffer } from "./ShiftOffer";
import { type Outcome, useFaces } from "./useFaces";

/** Where the wire goes, what each bar shows and weighs. */
export function CutPlace() {
	const { live } = useEditor();
	const { units } = useUnits();
	const { plan } = live;
	const paint = paintOf(live.of, plan);
	const { bars, slices } = plan.cuts;
	const parts = bars[0]?.parts ?? 1;
	const [outcome, setOutcome] = useState<Outcome>({ seed: 1, laterMin: 0, back: false });
	const faces = useFaces(live.of, outcome);
	const [front, back] = [
		slices.find((part) => part.end === "front"),
		slices.find((part) => part.end === "back"),
	];
	return (
		<div className="space-y-3">
			<div className="tray flex flex-wrap items-end gap-x-8 gap-y-3 p-4">
				<div className="w-full max-w-md space-y-2">
					<CutsFields />
					<HeightLimits />
				</div>
				<p className="text-sm">
					<strong className="text-lg">
						{bars.length} {parts > 1 ? `slices, ${bars.length * parts} bars` : "bars"}
					</strong>
					, {withUnit(plan.cuts.total_g, "weight", units, units === "metric" ? 0 : 1)} fresh.
					<br />
					Heaviest and lightest differ by{" "}
					<FigureValue
						figure={plan.cuts.spread_g}
						label="Spread of the bars"
						digits={units === "metric" ? 0 : 1}
					/>
					; the wire carries off{" "}
					{withUnit(plan.cuts.kerf_loss_g, "weight", units, units === "metric" ? 0 : 1)}.
				</p>
			</div>
			<Remarks codes={/^(bars|top\.o)/} />
			<ShiftOffer />
			<OutcomeFields outcome={outcome} onChange={setOutcome} sharp={faces.sharp} />
			<ol className="tray flex flex-wrap items-start gap-x-4 gap-y-5 p-5" aria-label="Bars, front to back">
				{front && (
					<SliceMark part={front} name={live.of.cuts.sample === "front" ? "Sample" : "Front slice"} />
				)}
				{bars.map((bar) => {
					const face = faces.of(bar.number);
					const look = {
						...lookOf(paint, plan, bar.mould, plan.top.faces[bar.number - 1]),
						...(face && {
							picture: { png: face.png, left: face.left_mm, wide: face.wide_mm, top: face.top_mm },
						}),
					};
					const pieces = plan.pieces
						.filter((piece) => bar.shows.includes(piece.id))
						.flatMap((piece) => pieceLooks(piece, paint.colour));
					return (
						<li key={bar.number} className="w-48" data-bar={bar.number}>
							<FacePicture
								look={look}
								pieces={pieces}
								width={192}
								height={172}
								label={`Face of bar ${bar.number}: ${bar.shows.map((id) => plan.pieces.find((piece) => piece.id === id)?.name).join(", ") || "no piece"}`}
							/>
							<p className="mt-1 flex items-center justify-between gap-1 font-bold">
								<span className="flex-1">
									Bar {bar.number}
									{bar.parts > 1 && (
										<span className="font-normal text-soft">
											{" "}
											· {bar.parts} × {withUnit(bar.part_g, "weight", units, units === "metric" ? 0 : 1)}
										</span>
									)}
								</span>
								{bar.parts === 1 && (
									<FigureValue
										figure={bar.weight}
										label={`Weight of bar ${bar.number}`}
										digits={units === "metric" ? 0 : 1}
									/>
								)}
								{face && <FaceLarge bar={bar} look={look} pieces={pieces} picture={face} outcome={outcome} />}
							</p>
							<p className="figures text-xs text-soft">
								{inUnits(bar.from_mm, "length", units)} to {withUnit(bar.to_mm, "length", units)}
							</p>
							<SpecialNote bar={bar.number} />
							{bar.gaps_mm.length > 0 && (
								<p className="text-xs text-brass">
									row joint in the cut at {bar.gaps_mm.map((y) => withUnit(y, "length", units)).join(", ")}
								</p>
							)}
							{bar.joints_mm.length > 0 && (
								<p className="text-xs text-brass">
									joint at {bar.joints_mm.map((y) => withUnit(y, "length", units)).join(", ")}
								</p>
							)}
						</li>
					);
				})}
				{back && <SliceMark part={back} name={live.of.cuts.sample === "back" ? "Sample" : "Back slice"} />}
			</ol>
			<p className="text-xs text-soft">
				Faces are one plausible outcome: right volumes, right order, and how height and thickness tell; not
				the exact pattern. Look at several. Small pieces stirred in are drawn in number, not in place. Weights
				are fresh; bars lose water on the rack.
			</p>
		</div>
	);
}

/** What is special about a bar: who gets it, what it is kept for. */
function SpecialNote({ bar }: { bar: number }) {
	const { document, edit } = useEditor();
	const specials = document.cuts.specials ?? [];
	const note = specials.find((item) => item.bar === bar)?.note ?? "";
	const set = (next: string) =>
		edit((loaf) => {
			const others = (loaf.cuts.specials ?? []).filter((item) => item.bar !== bar);
			return {
				...loaf,
				cuts: { ...loaf.cuts, specials: next ? [...others, { bar, note: next }] : others },
			};
		}, `special ${bar}`);
	return (
		<input
			className="w-full rounded border border-transparent bg-transparent text-sm hover:border-line focus:border-line"
			aria-label={`What is special about bar ${bar}`}
			placeholder="special?"
			maxLength={120}
			value={note}
			onChange={(event) => set(event.target.value)}
		/>
	);
}

function SliceMark({
	part,
	name,
}: {
	part: { from_mm: number; to_mm: number; weight_g: number };
	name: string;
}) {
	const { units } = useUnits();
	return (
		<li className="mt-8 w-20 rounded-lg border border-line border-dashed p-2 text-sm">
			<p className="font-semibold">{name}</p>
			<p className="figures text-xs">{withUnit(part.to_mm - part.from_mm, "length", units)}</p>
			<p className="figures text-xs">
				{withUnit(part.weight_g, "weight", units, units === "metric" ? 0 : 1)}
			</p>
		</li>
	);
}
