import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { drawPot } from "../../api/queries";
import type { Pour } from "../../api/types";
import { useFreehand } from "../../drawing/useFreehand";
import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";
import { NumberedMark } from "./NumberedMark";

type PotSwirl = Extract<NonNullable<Pour["technique"]>, { kind?: "pot swirl" }>;
type Spot = [number, number];
type Point = [number, number];

/** The pot is drawn with a radius of so many units, in so wide a picture, shown so large on the screen. */
const [RADIUS, WIDE, SHOWN_PX] = [100, 224, 224];
/** A line drawn by hand has a point about every so many radii, and at most so many of them. */
const [APART, MOST] = [0.07, 60];
/** A spot stays inside the rim [radii]. */
const FARTHEST = 0.95;

const hundredth = (value: number) => Math.round(value * 100) / 100;
const placeOf = ([hour, out]: Spot): Point => [
	out * Math.sin((hour * Math.PI) / 6),
	out * Math.cos((hour * Math.PI) / 6),
];
function spotAt([x, y]: Point): Spot {
	const hour = ((Math.atan2(x, y) / Math.PI) * 6 + 12) % 12;
	return [hundredth(hour), hundredth(Math.min(Math.hypot(x, y), FARTHEST))];
}

/** The first fills the pot, the others come around the clock. */
const around = (count: number): Spot[] =>
	Array.from({ length: count }, (_, k) => (k === 0 ? [6, 0] : [((k - 1) * 12) / (count - 1), 0.55]));

const ACROSS: Point[] = [
	[-0.9, 0],
	[0.9, 0],
];
const EIGHT: Point[] = Array.from({ length: 33 }, (_, k) => {
	const t = (k / 32) * 2 * Math.PI;
	return [hundredth(0.45 * Math.sin(2 * t)), hundredth(0.75 * Math.cos(t))];
});

interface Props {
	pour: Pour;
	technique: PotSwirl;
	onChange: (change: Partial<PotSwirl>) => void;
}

/** The pot from above: where each colour goes in, and the stick's way through it, drawn by hand. */
export function PotField({ pour, technique, onChange }: Props) {
	const { id, live } = useEditor();
	const nameOf = (colour: string) => live.of.colours.find((one) => one.id === colour)?.name ?? colour;
	const { data } = useQuery({
		queryKey: ["pot", id, live.of, pour.id],
		queryFn: () => drawPot(live.of, id, pour.id),
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		retry: false,
	});
	const spots: Spot[] = (technique.spots ?? []).map(([hour = 6, out = 0]) => [hour, out]);
	const strokes: number[][][] = technique.strokes ?? [];
	const placed = spots.length === pour.colours.length && spots.length > 1;
	const at = (left: number, down: number, { width, height }: DOMRect): Point => {
		const unit = WIDE / RADIUS / width;
		const [x, y] = [(left - width / 2) * unit, (height / 2 - down) * unit];
		const far = Math.max(Math.hypot(x, y), 1);
		return [hundredth(x / far), hundredth(y / far)];
	};
	const add = (stroke: Point[]) => onChange({ strokes: [...strokes, stroke] });
	const { line, drawn } = useFreehand({ at, apart: APART, most: MOST, onLine: add });
	return (
		<fieldset className="mt-2 rounded-lg border border-line p-2">
			<legend className="px-1 text-sm font-medium">The pot</legend>
			<div className="flex flex-wrap gap-3">
				<svg
					viewBox={`${-WIDE / 2} ${-WIDE / 2} ${WIDE} ${WIDE}`}
					style={{ width: SHOWN_PX, height: SHOWN_PX }}
					className="shrink-0 touch-none select-none"
					role="group"
					aria-label="The pot from above, its lip below: draw in it with a stick"
					{...drawn}
				>
					<circle r={RADIUS + 5} className="fill-none stroke-edge" strokeWidth={5} />
					<path d="M -13 103 L 0 112 L 13 103" className="fill-none stroke-edge" strokeWidth={5} />
					{data && <image href={data.png} x={-RADIUS} y={-RADIUS} width={2 * RADIUS} height={2 * RADIUS} />}
					{[...strokes, line].map((stroke, k) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: strokes are told apart by their order alone.
						<g key={k} className="pointer-events-none fill-none">
							<polyline points={pointsOf(stroke)} className="stroke-paper" strokeWidth={3} />
							<polyline
								points={pointsOf(stroke)}
								className="stroke-ink"
								strokeWidth={1.5}
								strokeDasharray="4 3"
							/>
						</g>
					))}
					{placed &&
						spots.map((spot, k) => (
							<SpotMark
								key={pour.colours[k]?.colour ?? k}
								number={k + 1}
								label={nameOf(pour.colours[k]?.colour ?? "")}
								spot={spot}
								onMove={(moved) => onChange({ spots: spots.map((one, i) => (i === k ? moved : one)) })}
							/>
						))}
				</svg>
				<div className="flex min-w-40 flex-1 flex-col items-start gap-1.5">
					{pour.colours.length > 1 && (
						<Button onClick={() => onChange({ spots: placed ? [] : around(pour.colours.length) })}>
							{placed ? "In slices again" : "Give each colour its place"}
						</Button>
					)}
					<Button onClick={() => add(ACROSS)}>Draw the stick across</Button>
					<Button onClick={() => add(EIGHT)}>Draw a figure eight</Button>
					<Button disabled={strokes.length === 0} onClick={() => onChange({ strokes: strokes.slice(0, -1) })}>
						Take the last stroke back
					</Button>
					<p className="text-xs text-soft">
						{placed
							? "Drag a number, or move it with the arrow keys. Anywhere else you draw with a stick."
							: "Draw in the pot with a stick. Its lip is below: what lies there leaves it first."}
					</p>
				</div>
			</div>
		</fieldset>
	);
}

const pointsOf = (stroke: number[][]) =>
	stroke.map(([x = 0, y = 0]) => `${x * RADIUS},${-y * RADIUS}`).join(" ");

interface SpotMarkProps {
	number: number;
	label: string;
	spot: Spot;
	onMove: (spot: Spot) => void;
}

/** Where a colour is poured into the pot. */
function SpotMark({ number, label, spot, onMove }: SpotMarkProps) {
	const moves = useInHand<Point>({
		thing: placeOf(spot),
		pxPerMm: 1,
		onMove: ([x, y], right, down) => onMove(spotAt([x + right / RADIUS, y - down / RADIUS])),
	});
	const [x, y] = placeOf(spot);
	return (
		<NumberedMark
			number={number}
			label={`${number} ${label}: poured in at ${spot[0].toFixed(1)} o’clock, ${Math.round(spot[1] * 100)} % of the way out`}
			at={[x * RADIUS, -y * RADIUS]}
			moves={moves}
		/>
	);
}
