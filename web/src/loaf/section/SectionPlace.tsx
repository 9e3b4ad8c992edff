import { ChevronRight } from "lucide-react";
import { Accordion } from "radix-ui";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { paintOf } from "../../drawing/paint";
import { counted } from "../../ui/counting";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { CheckField, MaybeNumberField, NumberField, SelectField } from "../../ui/fields";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { onScale, withUnit } from "../../ui/units";
import { useWide } from "../../ui/useWide";
import { HALFWAY, type Outcome, useFaces } from "../cut/useFaces";
import { AboutDrawer } from "../drawers/AboutDrawer";
import { AlsoFilledDrawer } from "../drawers/AlsoFilledDrawer";
import { CutsFields } from "../drawers/CutsFields";
import { EmbedDrawer } from "../drawers/EmbedDrawer";
import { MouldDrawer } from "../drawers/MouldDrawer";
import { PiecesDrawer } from "../drawers/PiecesDrawer";
import { WorkDrawer } from "../drawers/WorkDrawer";
import { useEditor } from "../editor/EditorContext";
import { weighOn } from "../pots/weighing";
import { CoverField } from "../schedule/CoverField";
import { CrossSection } from "./CrossSection";
import { LongView } from "./LongView";
import { PotsNow } from "./PotsNow";
import { RemarkList, Remarks } from "./Remarks";
import { Reminders } from "./Reminders";
import { VesselStrip } from "./VesselStrip";

/** The section shows one plausible outcome; the faces' own place shows others. */
const OUTCOME: Outcome = { seed: 1, laterMin: 0, back: false };

/** Home of a loaf: the loaf cut open, to scale, with every number beside what it measures. */
export function SectionPlace() {
	const { id, document, live } = useEditor();
	const [selected, setSelected] = useState<string | null>(null);
	const [bar, setBar] = useState<number | null>(null);
	const [open, setOpen] = useState<string[]>([]);
	const [stage, setStage] = useState<string | null>(null);
	const [poured, setPoured] = useState(true);
	const faces = useFaces(live.of, id, OUTCOME, [bar ?? HALFWAY]);
	const wide = useWide();
	const embed = document.embeds.find((item) => item.id === selected);
	const take = (id: string) => {
		setSelected(id);
		setOpen((last) => (last.includes("embed") ? last : [...last, "embed"]));
	};
	const letGo = () => {
		const column = window.document.querySelector<SVGElement>(`[data-piece="${selected}"]`);
		setSelected(null);
		column?.focus();
	};
	const face = bar === null ? "through the middle" : `front of bar ${bar}`;
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(320px,390px)] min-[106rem]:grid-cols-[minmax(0,1fr)_470px]">
			<div className="space-y-3 lg:sticky lg:top-2 lg:max-h-[calc(100dvh-1rem)] lg:overflow-y-auto">
				<div className="tray p-3">
					<div className={wide ? "grid grid-cols-[minmax(0,1fr)_220px] gap-4" : ""}>
						<div className="min-w-0">
							<h2 className="text-base">
								Across <span className="font-normal text-soft">{face}</span>
								{bar !== null && (
									<button
										type="button"
										className="ml-2 rounded text-rim-deep text-sm underline"
										onClick={() => setBar(null)}
									>
										back to the middle
									</button>
								)}
								<span className="float-right font-normal">
									<CheckField label="as poured" checked={poured} onChange={setPoured} />
								</span>
							</h2>
							<CrossSection
								bar={bar}
								selected={selected}
								stage={stage}
								onSelect={take}
								poured={poured ? faces.of(bar ?? HALFWAY) : undefined}
							/>
						</div>
						{wide && <PotsNow />}
					</div>
					{!live.plan.cuts.whole && (
						<>
							<h2 className="mt-2 border-line border-t pt-2 text-base">
								Along{" "}
								<span className="font-normal text-soft">
									front end at the left; press a bar to see its face
								</span>
							</h2>
							<LongView
								bar={bar}
								onBar={(n) => setBar((last) => (last === n ? null : n))}
								selected={selected}
								onSelect={take}
							/>
						</>
					)}
					<VesselStrip onSelect={take} />
				</div>
				<Reminders />
				<Remarks />
				<RemarkList remarks={faces.remarks} />
			</div>
			<div className="space-y-3">
				{!wide && (
					<div className="tray p-3">
						<PotsNow />
					</div>
				)}
				<Accordion.Root type="multiple" value={open} onValueChange={setOpen} className="tray">
					{embed && (
						// biome-ignore lint/a11y/noStaticElementInteractions: Escape puts down what is in hand, wherever inside it one is.
						<div onKeyDown={(event) => event.key === "Escape" && letGo()}>
							<EmbedDrawer
								key={embed.id}
								embed={embed}
								stage={stage}
								onStage={setStage}
								onRemoved={() => setSelected(null)}
							/>
						</div>
					)}
					<AboutDrawer />
					<MouldDrawer />
					<AlsoFilledDrawer />
					<PlaceLine
						to="formula"
						title="Formula"
						line={document.formulas.find((f) => f.id === document.formula)?.name}
					/>
					<PlaceLine to="colours" title="Colours" line={<ColourLine />} />
					<WorkDrawer onSelect={take} />
					<PlaceLine
						to="top"
						title="Top"
						line={topLine(document.frosting?.name, document.top?.scatter?.items?.length ?? 0)}
					/>
					<PiecesDrawer />
					<CutsDrawer />
					<SizingDrawer />
				</Accordion.Root>
			</div>
		</div>
	);
}

const topLine = (frosting: string | undefined, kinds: number) =>
	[frosting, kinds ? "pieces strewn" : ""].filter(Boolean).join(", ") || "Nothing on it";

/** A line of the drawers that leads to a place of its own. */
function PlaceLine({ to, title, line }: { to: string; title: string; line: ReactNode }) {
	const { id } = useEditor();
	return (
		<Link
			to={`/loaf/${id}/${to}`}
			className="flex items-center gap-2 border-line border-b px-3 py-2 text-ink no-underline hover:bg-rim-wash"
		>
			<span className="font-headings w-24 shrink-0 font-bold text-base">{title}</span>
			<span className="min-w-0 flex-1 truncate text-sm text-soft">{line}</span>
			<ChevronRight aria-hidden className="size-4 shrink-0" />
		</Link>
	);
}

function ColourLine() {
	const { document, live } = useEditor();
	const paint = paintOf(live.of, live.plan);
	return (
		<span className="flex items-center gap-1">
			{document.colours.slice(0, 12).map((colour) => (
				<Swatch key={colour.id} srgb={paint.colour(colour.id)} />
			))}
		</span>
	);
}

function CutsDrawer() {
	const { live } = useEditor();
	const { units } = useUnits();
	const first = live.plan.cuts.bars[0];
	if (live.plan.cuts.whole) return null;
	return (
		<Drawer
			id="cuts"
			title="Cuts"
			line={`${live.plan.cuts.in_all} bars of ${withUnit(first ? first.to_mm - first.from_mm : 0, "length", units)}`}
		>
			<CutsFields />
		</Drawer>
	);
}

function SizingDrawer() {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const { sizing } = document;
	const { main, fine, offered } = live.plan.scales;
	const told = (grams: number) => String(grams);
	// Scales of the units in use, and the one that is set, whichever it shows.
	const steps = (set: number) => {
		const shown = units === "us" ? "oz" : "g";
		const own = [main, fine].filter((scale) => scale.step_g === set);
		const others = offered.filter((scale) => scale.unit === shown && scale.step_g !== set);
		return [...own.slice(0, 1), ...others].map(
			(scale) => [told(scale.step_g), onScale(scale.step_g, scale)] as const,
		);
	};
	const patch = (change: Partial<typeof sizing>) =>
		edit((loaf) => ({ ...loaf, sizing: { ...loaf.sizing, ...change } }), `sizing ${Object.keys(change)}`);
	return (
		<Drawer
			id="sizing"
			title="Bowls"
			line={`${counted(String(sizing.margin_percent))} % to spare, scale reads ${onScale(main.step_g, main)}`}
		>
			<FieldRow>
				<NumberField
					label="Safety margin"
					suffix="%"
					digits={1}
					value={sizing.margin_percent}
					onChange={(margin_percent) => patch({ margin_percent })}
				/>
				<MaybeNumberField
					label="Film on bowls"
					quantity="length"
					digits={2}
					placeholder="as usual"
					value={sizing.film_mm ?? null}
					onChange={(film_mm) => patch({ film_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Scale reads to"
					value={told(sizing.scale_step_g)}
					options={steps(sizing.scale_step_g)}
					onChange={(step) => {
						const chosen = offered.find((scale) => told(scale.step_g) === step);
						if (chosen) edit(weighOn(chosen, live.plan.scales), "scale");
					}}
				/>
				<SelectField
					label="Fine scale reads to"
					value={told(sizing.fine_step_g ?? main.step_g)}
					options={steps(sizing.fine_step_g ?? main.step_g)}
					onChange={(step) => patch({ fine_step_g: Number(step) })}
				/>
				<NumberField
					label="Room temperature"
					quantity="temperature"
					value={sizing.room_c}
					onChange={(room_c) => patch({ room_c })}
				/>
			</FieldRow>
			<CoverField />
			<p className="text-xs text-soft">
				What stays on bowls and spatulas is lost: about{" "}
				{withUnit(0.2, "length", units, units === "us" ? 3 : 1)} when they are scraped, up to{" "}
				{withUnit(1, "length", units, units === "us" ? 2 : 0)} of thick batter when not. Left empty, your own
				log says how much, once some loaves were weighed.
			</p>
		</Drawer>
	);
}
