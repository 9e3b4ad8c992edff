import { useState } from "react";
import type { BowlClock, LoafPlan } from "../api/types";
import { FaceBody } from "../drawing/FaceBody";
import { wallAt } from "../drawing/face";
import { lookOf, paintOf } from "../drawing/paint";
import { Materials, MouldSection, WALL_MM } from "../drawing/parts";
import { fitScale, polygonPoints } from "../drawing/scale";
import { useEditor } from "../loaf/editor/EditorContext";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { StepSlant } from "./StepSlant";

const [WIDE, HIGH] = [340, 250];
const MARGINS = { left: 8, right: 112, top: 14, bottom: 8 };
const HAND = "#f0a500";

interface Props {
	step: string;
	clocks: readonly BowlClock[];
}

/** At a pour, and where something is laid in: the loaf once the step is done, what the hand holds bright, the level to reach. */
export function StepPicture({ step, clocks }: Props) {
	const { live } = useEditor();
	const [slant, setSlant] = useState(false);
	const at = live.plan.fills.findIndex((fill) => `loaf.${fill.do}.${fill.ref}` === step);
	const now = live.plan.fills[at];
	if (!now || !["pour", "lay", "press"].includes(now.do)) return null;
	return (
		<div className="space-y-2">
			{slant ? (
				<StepSlant key={step} step={step} clocks={clocks} className="w-[clamp(240px,28vw,420px)]" />
			) : (
				<StepSection at={at} now={now} />
			)}
			<button
				type="button"
				aria-pressed={slant}
				onClick={() => setSlant(!slant)}
				className="min-h-[64px] rounded-xl border-2 border-current px-4 text-lg font-semibold"
			>
				{slant ? "As a section" : "At a slant"}
			</button>
		</div>
	);
}

function StepSection({ at, now }: { at: number; now: LoafPlan["fills"][number] }) {
	const { document, live } = useEditor();
	const { units } = useUnits();
	const { plan } = live;
	const soFar = plan.fills.slice(0, at + 1);
	const paint = paintOf(live.of, plan);
	const level = now.level_after_mm;
	const poured = paint.layers.filter((layer) =>
		soFar.some((fill) => fill.do === "pour" && fill.ref === layer.pour),
	);
	const layers = poured.map((layer, i) => ({
		...layer,
		// What comes later has not pushed it up yet.
		low: Math.min(layer.low, level),
		high: i === poured.length - 1 ? level : Math.min(layer.high, level),
	}));
	// Cut where the piece in hand lies, or halfway along: what lies elsewhere does not hide it.
	const along = (id: string) => document.embeds.find((embed) => embed.id === id);
	const inHand = along(now.ref);
	const meets = (id: string) => {
		const one = along(id);
		if (!inHand || !one) return plan.cuts.halfway.includes(id);
		return one.from_mm < inHand.from_mm + inHand.length_mm && inHand.from_mm < one.from_mm + one.length_mm;
	};
	const laid = plan.embeds.filter(
		(piece) => meets(piece.id) && soFar.some((fill) => fill.do === "lay" && fill.ref === piece.id),
	);
	const mould = plan.mould.outline;
	const height = Math.max(...mould.map(([, z = 0]) => z));
	const rim = wallAt(mould, height);
	const scale = fitScale(
		{ left: -rim - WALL_MM, right: rim + WALL_MM, bottom: -WALL_MM, top: Math.max(height, level) + 2 },
		WIDE,
		HIGH,
		MARGINS,
	);
	const edge = wallAt(mould, level);
	const bright = layers.find((layer) => now.do === "pour" && layer.pour === now.ref);
	return (
		<svg
			viewBox={`0 0 ${WIDE} ${HIGH}`}
			role="img"
			aria-label={`The loaf after this step: level at ${withUnit(level, "length", units)}`}
			className="w-[clamp(240px,28vw,420px)] shrink-0 rounded-xl bg-white"
		>
			<defs>
				<Materials id="step" />
			</defs>
			<MouldSection id="step" material={document.mould.material} outline={mould} scale={scale} />
			<FaceBody
				id="step"
				look={{ ...lookOf(paint, plan, mould), level, layers, pressed: [], top: null }}
				scale={scale}
			/>
			{laid.map((piece) => (
				<polygon
					key={piece.id}
					points={polygonPoints(piece.outline, scale)}
					fill={paint.embedColour(piece.id)}
					stroke={piece.id === now.ref ? HAND : "var(--color-ink)"}
					strokeWidth={piece.id === now.ref ? 5 : 1}
				/>
			))}
			{bright && (
				<rect
					x={scale.x(-edge)}
					width={2 * edge * scale.pxPerMm}
					y={scale.y(bright.high)}
					height={Math.max(0, (bright.high - bright.low) * scale.pxPerMm)}
					fill="none"
					stroke={HAND}
					strokeWidth="5"
				/>
			)}
			<path
				d={`M${scale.x(-edge)} ${scale.y(level)}H${scale.x(rim + WALL_MM) + 6}`}
				stroke="var(--color-rim)"
				strokeWidth="2"
				strokeDasharray="6 4"
			/>
			<text
				x={scale.x(rim + WALL_MM) + 10}
				y={scale.y(level) + 7}
				fontSize="20"
				fontWeight="800"
				fill="var(--color-rim-deep)"
			>
				{withUnit(level, "length", units)}
			</text>
		</svg>
	);
}
