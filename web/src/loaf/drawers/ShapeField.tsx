import type { Pour } from "../../api/types";
import { Button } from "../../ui/Button";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useInHand } from "../editor/useInHand";

/** Across from the left wall (−1) to the right (1), and over the pour's level [mm]. */
type Point = [number, number];

/** Where a spoon's back is guided by hand. */
const PLACES = [-1, -0.66, -0.33, 0, 0.33, 0.66, 1];
const SHAPES: readonly (readonly [string, (across: number) => number])[] = [
	["Heaped in the middle", (across) => 12 - 20 * Math.abs(across)],
	["Hollowed", (across) => 10 * Math.abs(across) - 5],
	["Slanting", (across) => 8 * across],
	["Waves", (across) => 6 * Math.cos(Math.PI * 1.5 * (across + 1))],
];
/** So wide and high a picture [px], so many of them to a millimetre up. */
const [WIDE, HIGH, MARGIN, PX] = [284, 104, 12, 1.6];
const MOST_MM = 30;

interface Props {
	pour: Pour;
	onChange: (change: Partial<Pour>) => void;
}

/** A pour's top as the back of a spoon leaves it before the next one comes: seven places, dragged up and down. */
export function ShapeField({ pour, onChange }: Props) {
	const points = (pour.shaped ?? []).map(([across = 0, high = 0]): Point => [across, high]);
	const heights = PLACES.map((across) => heightAt(points, across));
	const put = (next: readonly number[]) =>
		onChange({ shaped: PLACES.map((across, k): Point => [across, Math.round(next[k] ?? 0)]) });
	return (
		<details open={points.length > 0} className="rounded-lg border border-line p-2">
			<summary className="min-h-6 cursor-pointer font-medium text-sm">
				Shape its top with a spoon{points.length > 0 && ": shaped"}
			</summary>
			<div className="mt-2 flex flex-wrap gap-1.5">
				{SHAPES.map(([name, shape]) => (
					<Button key={name} onClick={() => put(PLACES.map(shape))}>
						{name}
					</Button>
				))}
				<Button disabled={points.length === 0} onClick={() => onChange({ shaped: [] })}>
					Level again
				</Button>
			</div>
			{points.length > 0 && (
				<svg
					viewBox={`0 0 ${WIDE} ${HIGH}`}
					style={{ width: WIDE }}
					className="mt-2 block max-w-full touch-none select-none rounded bg-paper"
					role="group"
					aria-label={`The top of ${pour.name}, seen from the front`}
				>
					<polygon
						points={`${x(-1)},${HIGH} ${PLACES.map((across, k) => `${x(across)},${y(heights[k] ?? 0)}`).join(" ")} ${x(1)},${HIGH}`}
						className="fill-rim-wash stroke-ink"
						strokeWidth="1.5"
					/>
					<line x1={x(-1)} x2={x(1)} y1={y(0)} y2={y(0)} className="stroke-edge" strokeDasharray="4 3" />
					{PLACES.map((across, k) => (
						<Handle
							key={across}
							across={across}
							high={heights[k] ?? 0}
							onMove={(high) => put(heights.map((was, at) => (at === k ? high : was)))}
						/>
					))}
				</svg>
			)}
			<p className="mt-1 text-soft text-xs">
				{points.length > 0
					? "The same amount, heaped and hollowed: dashed is its level. Drag a point, or use the arrow keys; the cut faces show what the batter keeps of it."
					: "For a hill, a bank or a hollow under the next pour."}
			</p>
		</details>
	);
}

const x = (across: number) => MARGIN + ((across + 1) / 2) * (WIDE - 2 * MARGIN);
const y = (high: number) => HIGH / 2 - high * PX;

function heightAt(points: readonly Point[], across: number): number {
	const after = points.findIndex(([at]) => at >= across);
	const [b, a] = [points[after], points[after - 1]];
	if (!b) return points.at(-1)?.[1] ?? 0;
	if (!a || b[0] === a[0]) return b[1];
	return a[1] + ((across - a[0]) / (b[0] - a[0])) * (b[1] - a[1]);
}

interface HandleProps {
	across: number;
	high: number;
	onMove: (high: number) => void;
}

function Handle({ across, high, onMove }: HandleProps) {
	const { units } = useUnits();
	const moves = useInHand<number>({
		thing: high,
		pxPerMm: PX,
		onMove: (from, _, down) => onMove(Math.max(-MOST_MM, Math.min(MOST_MM, from - down))),
	});
	return (
		<g
			role="slider"
			tabIndex={0}
			aria-label={nameOf(across)}
			aria-orientation="vertical"
			aria-valuenow={Math.round(high)}
			aria-valuemin={-MOST_MM}
			aria-valuemax={MOST_MM}
			aria-valuetext={`${withUnit(Math.abs(high), "length", units)} ${high < 0 ? "under" : "over"} its level`}
			className="cursor-ns-resize"
			{...moves}
		>
			<rect x={x(across) - 12} y={y(high) - 12} width="24" height="24" fill="transparent" />
			<circle cx={x(across)} cy={y(high)} r="6" className="fill-paper stroke-ink" strokeWidth="1.5" />
		</g>
	);
}

function nameOf(across: number): string {
	if (across === 0) return "In the middle";
	const side = across < 0 ? "left" : "right";
	if (Math.abs(across) === 1) return `At the ${side} wall`;
	return Math.abs(across) > 0.5 ? `Near the ${side} wall` : `A little ${side} of the middle`;
}
