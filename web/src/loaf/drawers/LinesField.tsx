import { type PointerEvent, useState } from "react";
import type { Pour } from "../../api/types";
import { paintOf } from "../../drawing/paint";
import { useFreehand } from "../../drawing/useFreehand";
import { Button } from "../../ui/Button";
import { Swatch } from "../../ui/Swatch";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";
import { NumberedMark } from "./NumberedMark";

type Drops = Extract<NonNullable<Pour["technique"]>, { kind?: "drops" }>;
type Line = NonNullable<Drops["lines"]>[number];
/** Along the loaf from its front (0-1), and across it from the left (−1 to 1). */
type Point = [number, number];

/** The mould is drawn so wide, with a rim of so much, and no taller than this. */
const [WIDE, RIM, TALLEST] = [300, 6, 150];
/** A line drawn by hand has a point about every so many mould lengths, and at most so many of them. */
const [APART, MOST] = [0.03, 60];
const MOST_LINES = 24;

const hundredth = (value: number) => Math.round(value * 100) / 100;
const within = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);
const pointsOf = (line: Line): Point[] => line.points.map(([along = 0, across = 0]) => [along, across]);

interface Props {
	pour: Pour;
	technique: Drops;
	onChange: (change: Partial<Drops>) => void;
}

/** The mould from above, front end at the left: the lines a pour is poured in, one after the other. */
export function LinesField({ pour, technique, onChange }: Props) {
	const { live } = useEditor();
	const { plan, of } = live;
	const [picked, setPicked] = useState("");
	const colours = pour.colours.map((share) => share.colour);
	const colour = colours.includes(picked) ? picked : (colours[0] ?? "");
	const paint = paintOf(of, plan);
	const nameOf = (id: string) => of.colours.find((one) => one.id === id)?.name ?? id;
	const { top } = plan;
	const tall = within((WIDE * 2 * top.half_wide_mm) / Math.max(top.back_mm - top.front_mm, 1), 40, TALLEST);
	const lines = (technique.lines ?? []).filter((line) => colours.includes(line.colour));
	const full = lines.length >= MOST_LINES;
	const add = (points: Point[]) => {
		if (!full) onChange({ lines: [...lines, { colour, points }] });
	};
	const at = (event: PointerEvent<SVGSVGElement>): Point => {
		const box = event.currentTarget.getBoundingClientRect();
		const unit = (WIDE + 2 * RIM) / box.width;
		const x = ((event.clientX - box.left) * unit - RIM) / WIDE;
		const y = ((event.clientY - box.top) * unit - RIM) / tall;
		return [hundredth(within(x, 0, 1)), hundredth(within(2 * y - 1, -1, 1))];
	};
	const { line, drawn } = useFreehand({ at, apart: APART, most: MOST, onLine: add });
	const shown = line.length > 1 ? [...lines, { colour, points: line }] : lines;
	return (
		<fieldset className="mt-2 rounded-lg border border-line p-2">
			<legend className="px-1 text-sm font-medium">Lines on the mould</legend>
			<div role="radiogroup" aria-label="Pour next" className="mb-2 flex flex-wrap gap-1.5">
				{colours.map((id) => (
					<label
						key={id}
						className="flex min-h-8 cursor-pointer items-center gap-1.5 rounded-full border border-line px-2.5 text-sm has-checked:border-ink has-checked:bg-card has-checked:font-semibold"
					>
						<input
							type="radio"
							name={`next ${pour.id}`}
							checked={id === colour}
							onChange={() => setPicked(id)}
						/>
						<Swatch srgb={paint.colour(id)} /> {nameOf(id)}
					</label>
				))}
			</div>
			<svg
				viewBox={`${-RIM} ${-RIM} ${WIDE + 2 * RIM} ${tall + 2 * RIM}`}
				style={{ width: WIDE + 2 * RIM }}
				className="block max-w-full cursor-crosshair touch-none select-none"
				role="group"
				aria-label="The mould from above, front end at the left: draw the lines you pour"
				{...drawn}
			>
				<rect
					x={-RIM / 2}
					y={-RIM / 2}
					width={WIDE + RIM}
					height={tall + RIM}
					rx={4}
					className="fill-paper stroke-edge"
					strokeWidth={RIM}
				/>
				{shown.map((one, n) => (
					<g
						// biome-ignore lint/suspicious/noArrayIndexKey: lines are told apart by their order alone.
						key={n}
						className="pointer-events-none fill-none"
					>
						<polyline
							points={drawnAs(one, tall)}
							className="stroke-ink"
							strokeWidth={7}
							strokeLinecap="round"
						/>
						<polyline
							points={drawnAs(one, tall)}
							stroke={paint.colour(one.colour)}
							strokeWidth={5}
							strokeLinecap="round"
						/>
					</g>
				))}
				{lines.map((one, n) => (
					<LineMark
						// biome-ignore lint/suspicious/noArrayIndexKey: lines are told apart by their order alone.
						key={n}
						number={n + 1}
						of={lines.length}
						name={nameOf(one.colour)}
						line={one}
						tall={tall}
						onMove={(points) => onChange({ lines: lines.map((it, k) => (k === n ? { ...it, points } : it)) })}
						onLetGo={() => onChange({ lines: lines.filter((_, k) => k !== n) })}
					/>
				))}
			</svg>
			<div className="mt-2 flex flex-wrap items-center gap-1.5">
				<Button
					disabled={full}
					onClick={() =>
						add([
							[0, 0],
							[1, 0],
						])
					}
				>
					Add a line end to end
				</Button>
				<Button disabled={lines.length === 0} onClick={() => onChange({ lines: lines.slice(0, -1) })}>
					Take the last line back
				</Button>
			</div>
			<p className="mt-1.5 text-xs text-soft">
				{lines.length === 0
					? "Nothing drawn yet: the colours take turns end to end. Pick a colour and draw where you pour it."
					: "They are poured in this order. Drag a number, or move it with the arrow keys; Delete takes its line away. A colour without a line is poured end to end somewhere."}
			</p>
		</fieldset>
	);
}

const drawnAs = (line: Line, tall: number) =>
	pointsOf(line)
		.map(([along, across]) => `${along * WIDE},${((across + 1) / 2) * tall}`)
		.join(" ");

interface MarkProps {
	number: number;
	of: number;
	name: string;
	line: Line;
	tall: number;
	onMove: (points: Point[]) => void;
	onLetGo: () => void;
}

/** Which line comes when, a little way along it: the whole line goes with it. */
function LineMark({ number, of, name, line, tall, onMove, onLetGo }: MarkProps) {
	const points = pointsOf(line);
	// Lines that begin together are told apart.
	const here = points[Math.round(((points.length - 1) * (number - 1)) / Math.max(2 * of, 1))] ?? [0, 0];
	const shift = points.length > 2 ? 0 : (0.8 * (number - 0.5)) / of;
	const [along, across] = [within(here[0] + shift, 0.03, 0.97), here[1]];
	const moves = useInHand<Point[]>({
		thing: points,
		pxPerMm: 1,
		onMove: (from, right, down) => {
			// It moves as a whole, as far as the mould has room for all of it.
			const alongs = from.map((point) => point[0]);
			const acrosses = from.map((point) => point[1]);
			const dx = within(right / WIDE, -Math.min(...alongs), 1 - Math.max(...alongs));
			const dy = within((2 * down) / tall, -1 - Math.min(...acrosses), 1 - Math.max(...acrosses));
			onMove(from.map((point) => [hundredth(point[0] + dx), hundredth(point[1] + dy)]));
		},
		onLetGo,
	});
	return (
		<NumberedMark
			number={number}
			label={`Line ${number}, ${name}: ${Math.round(50 * (across + 1))} % of the way from the left wall to the right`}
			at={[along * WIDE, ((across + 1) / 2) * tall]}
			moves={moves}
		/>
	);
}
