import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import type { Loaf, Pour, Press } from "../../api/types";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Drawer } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import {
	addDust,
	addEmbed,
	addHanger,
	addPour,
	addPress,
	addProp,
	addSpritz,
	addStick,
	moveStep,
	patchPour,
	patchPress,
	removeStep,
	renameSpritz,
} from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { SPRITZ_CAUTION } from "./bases";
import { DustFields } from "./DustFields";
import { HangerFields } from "./HangerFields";
import { InPourRows } from "./InPourRows";
import { KeptRows } from "./KeptRows";
import { PropFields } from "./PropFields";
import { ShapeField } from "./ShapeField";
import { SharesEditor } from "./SharesEditor";
import { ShredsRows } from "./ShredsRows";
import { StickFields } from "./StickFields";
import { TechniqueFields } from "./TechniqueFields";

/** What is poured and laid, from first to last. */
export function WorkDrawer({ onSelect }: { onSelect: (embed: string) => void }) {
	const { document, edit, live } = useEditor();
	const pours = document.work.filter((step) => step.do === "pour").length;
	const line = `${pours} ${pours === 1 ? "pour" : "pours"}, ${document.embeds.length} laid in`;
	return (
		<Drawer id="work" title="Inside" line={line}>
			<ol className="space-y-2">
				{document.work.map((step, i) => (
					<li
						key={step.do === "lay" ? step.embed : step.id}
						className="rounded-lg border border-line bg-paper p-2"
					>
						<div className="flex items-center gap-1">
							<span className="figures mr-1 w-5 text-right text-soft">{i + 1}</span>
							{step.do !== "lay" && (
								<span className="min-w-0 flex-1 truncate font-semibold">{titleOf(step, document)}</span>
							)}
							{step.do === "lay" && (
								<button
									type="button"
									className="min-w-0 flex-1 truncate rounded text-left font-semibold text-rim-deep underline decoration-dotted underline-offset-4"
									onClick={() => onSelect(step.embed)}
								>
									{titleOf(step, document)}
								</button>
							)}
							<StepButtons
								index={i}
								last={i === document.work.length - 1}
								removable={step.do !== "lay" && (step.do !== "pour" || pours > 1)}
							/>
						</div>
						{(step.do === "lay" || step.do === "press") && <LevelMoves at={i} />}
						{step.do === "hanger" && <HangerFields hanger={step} />}
						{step.do === "stick" && <StickFields stick={step} />}
						{step.do === "dust" && <DustFields dust={step} />}
						{step.do === "prop" && <PropFields prop={step} />}
						{step.do === "spritz" && (
							<>
								<TextField
									label="Name"
									value={step.name ?? ""}
									onChange={(name) => edit(renameSpritz(step.id, name || "Spritz"), `spritz ${step.id}`)}
								/>
								<Cautions lines={SPRITZ_CAUTION} />
							</>
						)}
						{step.do === "pour" && <PourFields pour={step} />}
						{step.do === "press" && <PressFields press={step} />}
					</li>
				))}
			</ol>
			<div className="flex flex-wrap gap-2">
				<Button onClick={() => edit(addPour(live.plan.level_mm))}>
					<Plus aria-hidden className="size-4" /> Add a pour
				</Button>
				<Button onClick={() => edit(addEmbed)}>
					<Plus aria-hidden className="size-4" /> Add a column
				</Button>
				<Button onClick={() => edit(addDust)}>
					<Plus aria-hidden className="size-4" /> Add a thin line
				</Button>
				<Button onClick={() => edit(addHanger)}>
					<Plus aria-hidden className="size-4" /> Draw a wire through
				</Button>
				<Button onClick={() => edit(addStick)}>
					<Plus aria-hidden className="size-4" /> Draw a stick through
				</Button>
				<Button onClick={() => edit(addSpritz)}>
					<Plus aria-hidden className="size-4" /> Spritz the surface
				</Button>
				{document.embeds[0] && (
					<Button onClick={() => edit(addProp(document.embeds[0]?.id ?? ""))}>
						<Plus aria-hidden className="size-4" /> Prop a column
					</Button>
				)}
				{document.pieces[0] && (
					<Button onClick={() => edit(addPress(document.pieces[0]?.id ?? ""))}>
						<Plus aria-hidden className="size-4" /> Press pieces in
					</Button>
				)}
			</div>
			<KeptRows />
		</Drawer>
	);
}

/** A step as its line names it. */
function titleOf(step: Loaf["work"][number], { embeds, pieces }: Loaf): string {
	const named = (id: string) => embeds.find((embed) => embed.id === id)?.name;
	switch (step.do) {
		case "pour":
			return step.name.startsWith("Pour ") ? step.name : `Pour ${step.name}`;
		case "lay":
			return `Lay in ${named(step.embed)}`;
		case "press":
			return `Press in ${pieces.find((piece) => piece.id === step.pieces)?.name}`;
		case "hanger":
			return `Draw ${step.name} through`;
		case "stick":
			return `Draw ${step.name} through`;
		case "dust":
			return `${step.oil_g == null ? "Dust" : "Drizzle"} ${step.name}`;
		case "spritz":
			return `Spritz: ${step.name}`;
		case "prop":
			return `Prop ${named(step.embed)}: ${step.name}`;
	}
}

function StepButtons({ index, last, removable }: { index: number; last: boolean; removable: boolean }) {
	const { edit } = useEditor();
	const n = index + 1;
	return (
		<span className="flex shrink-0">
			<Button
				look="quiet"
				className="px-1.5!"
				aria-label={`Step ${n} earlier`}
				disabled={index === 0}
				onClick={() => edit(moveStep(index, -1))}
			>
				<ArrowUp aria-hidden className="size-4" />
			</Button>
			<Button
				look="quiet"
				className="px-1.5!"
				aria-label={`Step ${n} later`}
				disabled={last}
				onClick={() => edit(moveStep(index, 1))}
			>
				<ArrowDown aria-hidden className="size-4" />
			</Button>
			{removable && (
				<RemoveButton
					className="px-1.5!"
					aria-label={`Remove step ${n}`}
					onClick={() => edit(removeStep(index))}
				/>
			)}
		</span>
	);
}

/** What laying or pressing something in does to the level; nothing while the plan is of another order. */
function LevelMoves({ at }: { at: number }) {
	const { live } = useEditor();
	const { units } = useUnits();
	const step = live.of.work[at];
	const fill = live.plan.fills[at];
	if (!step || step.do === "pour" || !fill) return null;
	return (
		<p className="pl-6 text-sm text-soft">
			level {withUnit(fill.level_before_mm, "length", units)} →{" "}
			{withUnit(fill.level_after_mm, "length", units)}
		</p>
	);
}

function PressFields({ press }: { press: Press }) {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Press>) =>
		edit(patchPress(press.id, change), `press ${press.id} ${Object.keys(change)}`);
	return (
		<div className="mt-1 grid grid-cols-[1fr_72px_72px] items-end gap-2">
			<SelectField
				label="Pieces"
				value={press.pieces}
				options={document.pieces.map((piece) => [piece.id, piece.name] as const)}
				onChange={(pieces) => patch({ pieces })}
			/>
			<NumberField
				label="How many"
				digits={0}
				value={press.count}
				onChange={(value) => patch({ count: Math.round(value) })}
			/>
			<NumberField
				label="Depth"
				suffix="%"
				digits={0}
				value={press.sunk_percent}
				onChange={(sunk_percent) => patch({ sunk_percent })}
			/>
		</div>
	);
}

const TOLD = [
	["level", "to a level"],
	["under the rim", "to a distance below the rim"],
	["batter", "as a volume"],
] as const;

/** The same pour told another way, from what it comes to now. */
function toldAs(
	by: NonNullable<Pour["by"]>,
	pour: Pour,
	fill: { level_after_mm: number; rim_mm: number; batter: { value: number } } | undefined,
): Partial<Pour> {
	if (!fill) return { by };
	const round = (value: number) => Math.round(value * 10) / 10;
	if (by === "level") return { by, to_mm: round(fill.level_after_mm) };
	if (by === "batter") return { by, batter_ml: Math.round(fill.batter.value) || pour.batter_ml };
	return { by, under_mm: round(fill.rim_mm - fill.level_after_mm) };
}

function PourFields({ pour }: { pour: Pour }) {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const at = live.of.work.findIndex((step) => step.do === "pour" && step.id === pour.id);
	const planned = live.plan.fills[at];
	const fill = planned && { ...planned, rim_mm: document.mould.height_mm };
	const hold = live.plan.layer_holds.find((item) => item.pour === pour.id);
	const last = document.work.findLast((step) => step.do === "pour") === pour;
	const patch = (change: Partial<Pour>) =>
		edit(patchPour(pour.id, change), `pour ${pour.id} ${Object.keys(change)}`);
	return (
		<div className="mt-1 space-y-1.5">
			<div className="grid grid-cols-[1fr_72px_108px] items-end gap-2">
				<TextField label="Name" value={pour.name} onChange={(name) => patch({ name })} />
				{pour.by === "batter" ? (
					<NumberField
						label="Batter"
						quantity="volume"
						value={pour.batter_ml ?? 250}
						onChange={(batter_ml) => patch({ batter_ml })}
					/>
				) : pour.by === "under the rim" ? (
					<NumberField
						label="Below the rim"
						quantity="length"
						value={pour.under_mm ?? 10}
						onChange={(under_mm) => patch({ under_mm })}
					/>
				) : (
					<NumberField
						label="Level"
						quantity="length"
						value={pour.to_mm}
						onChange={(to_mm) => patch({ to_mm })}
					/>
				)}
				<NumberField
					label="Poured from"
					quantity="length"
					digits={0}
					value={pour.fall_mm}
					onChange={(fall_mm) => patch({ fall_mm })}
				/>
			</div>
			<div className="flex flex-wrap items-end gap-x-3 gap-y-1">
				<SelectField
					label="Poured"
					value={pour.by ?? "level"}
					options={TOLD}
					onChange={(by) => patch(toldAs(by, pour, fill))}
				/>
				{fill && (pour.by ?? "level") !== "level" && (
					<p className="pb-1.5 text-sm">stands at {withUnit(fill.level_after_mm, "length", units)}</p>
				)}
			</div>
			<TechniqueFields pour={pour} onChange={patch} />
			{hold && <p className="text-xs text-soft">{hold.says}</p>}
			<SharesEditor what={pour.name} shares={pour.colours} onChange={(colours) => patch({ colours })} />
			<ShredsRows pour={pour} onChange={(shreds) => patch({ shreds })} />
			<InPourRows pour={pour} onChange={(pieces) => patch({ pieces })} />
			{!last && <ShapeField pour={pour} onChange={patch} />}
		</div>
	);
}
