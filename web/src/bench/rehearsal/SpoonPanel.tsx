import { useState } from "react";
import type { BowlSeen } from "../../api/types";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { StageSign } from "../clock/StageSign";
import { useRoom } from "../room";
import { LOOKS, type Tone } from "../tone";

const RINGS = [45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 105, 110];
const CUP_MM = 40;

/** A spoonful on the ring sheet, a cup turned over and a drizzle, of simulated batter: to be read like real ones. */
export function SpoonPanel({ bowl, srgb, tone }: { bowl: string; srgb: string; tone: Tone }) {
	const { rehearsing } = useRoom();
	const [seen, setSeen] = useState<readonly BowlSeen[]>([]);
	const look = LOOKS[tone];
	const mine = seen.find((item) => item.bowl === bowl);
	return (
		<section aria-label="Take a spoonful" className={`rounded-2xl border-2 border-dashed p-3 ${look.line}`}>
			<button
				type="button"
				onClick={() => rehearsing?.look().then(setSeen, () => setSeen([]))}
				className={`min-h-[64px] w-full rounded-xl border-2 px-4 text-xl font-bold ${look.plain}`}
			>
				{mine ? "Take another spoonful" : "Take a spoonful"}
			</button>
			{mine && (
				<div className="mt-2 flex items-end justify-between gap-2">
					<RingSheet across={mine.across_mm} srgb={srgb} />
					<div className="space-y-2 text-center text-sm">
						<Cup stands={mine.stands_mm} srgb={srgb} tone={tone} />
						<p>
							<StageSign stage={mine.stage} />
							<span className="block">a drizzle</span>
						</p>
					</div>
				</div>
			)}
		</section>
	);
}

/** Half the sheet, with its numbers: which ring did the puddle reach? */
function RingSheet({ across, srgb }: { across?: number | null; srgb: string }) {
	return (
		<svg viewBox="-62 -58 124 66" className="w-full max-w-[330px]" role="img" aria-label="Ring sheet">
			<rect x="-62" y="-58" width="124" height="66" rx="2" fill="#fcfbf7" />
			{RINGS.map((ring) => (
				<path
					key={ring}
					d={`M${-ring / 2} 0A${ring / 2} ${ring / 2} 0 0 1 ${ring / 2} 0`}
					fill="none"
					stroke="var(--color-ink)"
					strokeWidth={ring % 10 === 0 ? 0.5 : 0.25}
				/>
			))}
			{across != null && (
				<path
					d={`M${-across / 2} 0A${across / 2} ${across / 2} 0 0 1 ${across / 2} 0Z`}
					fill={srgb}
					fillOpacity=".85"
				/>
			)}
			{RINGS.filter((ring) => ring % 10 === 0).map((ring) => (
				// Odd tens to the right, even ones to the left, or they would touch.
				<text
					key={ring}
					x={ring % 20 === 0 ? -ring / 2 : ring / 2}
					y="5.6"
					fontSize="5"
					textAnchor="middle"
					fill="var(--color-ink)"
				>
					{ring}
				</text>
			))}
			{across == null && (
				<text y="-24" fontSize="6" textAnchor="middle" fill="var(--color-soft)">
					it cannot be read on rings
				</text>
			)}
		</svg>
	);
}

/** A cup of it turned over and lifted off, beside a rule. */
function Cup({ stands, srgb, tone }: { stands?: number | null; srgb: string; tone: Tone }) {
	const ink = tone === "dark" ? "#ffffff" : "var(--color-ink)";
	const { units } = useUnits();
	return (
		<svg viewBox="-26 -44 52 50" className="h-24" role="img" aria-label="A cup turned over">
			{stands != null && (
				<path
					d={`M${-20 - (CUP_MM - stands) / 4} 0L-18 ${-stands}H18L${20 + (CUP_MM - stands) / 4} 0Z`}
					fill={srgb}
				/>
			)}
			{[0, 10, 20, 30, 40].map((mm) => (
				<path key={mm} d={`M-25 ${-mm}h4`} stroke={ink} strokeWidth=".8" />
			))}
			<path d="M-25 0V-40M-25 0H25" stroke={ink} strokeWidth=".8" />
			<text y="6" fontSize="5.5" textAnchor="middle" fill={ink}>
				{stands == null
					? "runs or stands"
					: `${withUnit(10, "length", units, units === "us" ? 2 : 0)} a mark`}
			</text>
		</svg>
	);
}
