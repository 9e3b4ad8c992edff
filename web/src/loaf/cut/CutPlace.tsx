import { useState } from "react";
import type { Bar, CutFacePicture, Loaf } from "../../api/types";
import { FigureValue } from "../../ui/FigureValue";
import { SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, withUnit } from "../../ui/units";
import { CutsFields } from "../drawers/CutsFields";
import { HeightLimits } from "../drawers/HeightLimits";
import { barsOf, SpecialsFields } from "../drawers/SpecialsFields";
import { StampFields } from "../drawers/StampFields";
import { useEditor } from "../editor/EditorContext";
import { RemarkList, Remarks } from "../section/Remarks";
import { AlsoFaces } from "./AlsoFaces";
import { BarFace, barLook } from "./BarFace";
import { BesideField, BesideStrip } from "./Beside";
import { FaceLarge } from "./FaceLarge";
import { FindCuts } from "./FindCuts";
import { Fragile } from "./Fragile";
import { OutcomeFields } from "./OutcomeFields";
import { ShiftOffer } from "./ShiftOffer";
import { type Outcome, useFaces } from "./useFaces";
import { WireStrip } from "./WireStrip";

const TOOL = { wire: "Wire", knife: "Knife", "kitchen knife": "Kitchen knife" } as const;

/** Into how many parts a bar is cut. */
const PARTS = [
	["", "as all"],
	["1", "left whole"],
	...[2, 3, 4, 6].map((parts) => [String(parts), `into ${parts}`] as const),
] as const;

/** Where the wire goes, what each bar shows and weighs. */
export function CutPlace() {
	const { id, live } = useEditor();
	const { units } = useUnits();
	const { plan } = live;
	const { bars, slices } = plan.cuts;
	const inEach = bars.reduce((sum, bar) => sum + bar.parts, 0);
	const [outcome, setOutcome] = useState<Outcome>({ seed: 1, laterMin: 0, back: false });
	const [beside, setBeside] = useState("");
	const faces = useFaces(live.of, id, outcome);
	const grams = units === "metric" ? 0 : 1;
	const [front, back] = [
		slices.find((part) => part.end === "front"),
		slices.find((part) => part.end === "back"),
	];
	return (
		<div className="space-y-3">
			<div className="flex flex-wrap items-end gap-3">
				<OutcomeFields outcome={outcome} onChange={setOutcome} sharp={faces.sharp} />
				<BesideField beside={beside} onChange={setBeside} />
			</div>
			<ol className="tray flex flex-wrap items-start gap-x-4 gap-y-5 p-5" aria-label="Bars, front to back">
				{front && (
					<SliceMark part={front} name={live.of.cuts.sample === "front" ? "Sample" : "Front slice"} />
				)}
				{bars.map((bar) => (
					<BarItem key={bar.number} bar={bar} face={faces.of(bar.number)} outcome={outcome} />
				))}
				{back && <SliceMark part={back} name={live.of.cuts.sample === "back" ? "Sample" : "Back slice"} />}
			</ol>
			<AlsoFaces outcome={outcome} />
			{beside && <BesideStrip beside={beside} outcome={outcome} />}
			<Remarks codes={/^(bars|top\.o)/} />
			<RemarkList remarks={faces.remarks} />
			{!plan.cuts.whole && <ShiftOffer />}
			{plan.cuts.whole ? (
				<p className="tray p-4 text-sm">
					<strong className="text-lg">
						{plan.cuts.in_all} {plan.cuts.in_all === 1 ? "cup" : "cups"}
					</strong>
					, turned out whole, {withUnit(plan.cuts.total_g, "weight", units, grams)} each when fresh. One cut
					through its middle would show this.
				</p>
			) : (
				<div className="tray grid gap-x-8 gap-y-3 p-4 lg:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
					<div className="space-y-2">
						<CutsFields />
						<HeightLimits />
					</div>
					<div className="min-w-0 space-y-2 text-sm">
						<p>
							<strong className="text-lg">
								{bars.length} {inEach > bars.length ? `slices, ${inEach} bars` : "bars"}
								{plan.cuts.moulds > 1 && ` of each of ${plan.cuts.moulds}: ${plan.cuts.in_all} in all`}
							</strong>
							, {plan.cuts.moulds > 1 && "each "}
							{withUnit(plan.cuts.total_g, "weight", units, grams)} fresh. Heaviest and lightest differ by{" "}
							<FigureValue figure={plan.cuts.spread_g} label="Spread of the bars" digits={grams} />; the wire
							carries off {withUnit(plan.cuts.kerf_loss_g, "weight", units, grams)}.
						</p>
						<WireStrip />
						<p>
							<strong>
								{TOOL[plan.cut_how.tool]}, {plan.cut_how.lies}:{" "}
								{withUnit(plan.cut_how.through_mm, "length", units)} high.
							</strong>{" "}
							{[...plan.cut_how.reasons, ...plan.cut_how.mind].join(" ")}
						</p>
						{plan.cut_how.clash && (
							<p className="rounded border border-brass bg-brass-wash p-2">
								<strong>{plan.cut_how.clash}</strong> {plan.cut_how.way}
							</p>
						)}
						{live.of.cuts.strip_mm != null && <StripLine />}
						<FindCuts />
						<div className="max-w-md space-y-3 pt-2">
							<SpecialsFields />
							<StampFields />
						</div>
					</div>
				</div>
			)}
			<Fragile laterMin={outcome.laterMin} ready={faces.sharp} />
			<p className="text-xs text-soft">
				Faces are one plausible outcome: right volumes, right order, and how height and thickness tell; not
				the exact pattern. Look at several.{" "}
				{faces.learned.length > 0
					? faces.learned.join(" ")
					: "How deep streams plunge and how far a pot is twisted are guesses until bars of yours are photographed on their card."}{" "}
				Weights are fresh; bars lose water on the rack.
			</p>
		</div>
	);
}

type Special = NonNullable<Loaf["cuts"]["specials"]>[number];

interface BarItemProps {
	bar: Bar;
	face: CutFacePicture | undefined;
	outcome: Outcome;
}

function BarItem({ bar, face, outcome }: BarItemProps) {
	const { live } = useEditor();
	const { units } = useUnits();
	const grams = units === "metric" ? 0 : 1;
	const each = bar.part_gs.map((part) => withUnit(part, "weight", units, grams));
	return (
		<li className="w-48" data-bar={bar.number}>
			<BarFace document={live.of} plan={live.plan} bar={bar} face={face} />
			<p className="mt-1 flex items-center justify-between gap-1 font-bold">
				<span className="flex-1">
					{live.plan.cuts.whole ? "Each cup" : `${bar.parts > 1 ? "Slice" : "Bar"} ${bar.number}`}
					{bar.parts > 1 && (
						<span className="font-normal text-soft">
							{" "}
							· {new Set(each).size > 1 ? each.join(", ") : `${bar.parts} × ${each[0]}`}
						</span>
					)}
				</span>
				{bar.parts === 1 && (
					<FigureValue figure={bar.weight} label={`Weight of bar ${bar.number}`} digits={grams} />
				)}
				{face && (
					<FaceLarge bar={bar} {...barLook(live.of, live.plan, bar, face)} picture={face} outcome={outcome} />
				)}
			</p>
			<p className="figures text-xs text-soft" hidden={live.plan.cuts.whole}>
				{inUnits(bar.from_mm, "length", units)} to {withUnit(bar.to_mm, "length", units)}
			</p>
			{!live.plan.cuts.whole && <SpecialNote bar={bar.number} />}
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
}

/** How wide strips come out, and what is left beside them. */
function StripLine() {
	const { live } = useEditor();
	const { units } = useUnits();
	const bar = live.plan.cuts.bars.find((item) => item.strips.length > 0);
	if (!bar) return null;
	const [left = 0, right = 0] = bar.strips[0] ?? [];
	return (
		<p>
			{bar.strips.length} {bar.strips.length === 1 ? "strip" : "strips"}, each{" "}
			{withUnit(right - left, "length", units)} wide
			{bar.left_g > 0 &&
				`; beside them ${withUnit(bar.left_g, "weight", units, units === "metric" ? 0 : 1)} of every slice are left`}
			.
		</p>
	);
}

/** What is special about a bar: who gets it, what it is kept for, and where it is cut otherwise than the others. */
function SpecialNote({ bar }: { bar: number }) {
	const { document, edit } = useEditor();
	const own = document.cuts.specials?.find((item) => item.bar <= bar && bar <= (item.to ?? item.bar));
	const change = (next: Partial<Special>) =>
		edit((loaf) => {
			const there = loaf.cuts.specials ?? [];
			const before = there.find((item) => item.bar <= bar && bar <= (item.to ?? item.bar));
			const others = there.filter((item) => item !== before);
			const changed: Special = { bar, note: "", parts: null, times: 1, ...before, ...next };
			const stays = changed.note || changed.parts || changed.times > 1;
			return { ...loaf, cuts: { ...loaf.cuts, specials: stays ? [...others, changed] : others } };
		}, `special ${bar}`);
	if (own && barsOf(own).length > 1) {
		return <span className="block text-sm">{own.note || `one of bars ${own.bar} to ${own.to}`}</span>;
	}
	const field =
		"w-full rounded border border-transparent bg-transparent text-sm hover:border-line focus:border-line";
	return (
		<span className="block">
			<TextField
				label={`What is special about bar ${bar}`}
				hidden
				placeholder="special?"
				look={field}
				value={own?.note ?? ""}
				onChange={(note) => change({ note })}
			/>
			<SelectField
				label={`Bar ${bar} is cut`}
				hidden
				look={`${field} mt-1 min-h-7`}
				value={String(own?.parts ?? "")}
				options={PARTS}
				onChange={(parts) => change({ parts: Number(parts) || null })}
			/>
		</span>
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
