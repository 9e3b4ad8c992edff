import { useFreehand } from "../../drawing/useFreehand";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";
import { NumberedMark } from "./NumberedMark";

/** Along the loaf from its front (0-1), and across it from the left (−1 to 1). */
export type OnMould = [number, number];

/** The mould is drawn so wide, with a rim of so much, and no taller than this. */
const [WIDE, RIM, TALLEST] = [300, 6, 150];
/** A line drawn by hand has a point about every so many mould lengths, and at most so many of them. */
const [APART, MOST] = [0.03, 60];

const hundredth = (value: number) => Math.round(value * 100) / 100;
const within = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);

export const onMould = (points: readonly (readonly number[])[]): OnMould[] =>
	points.map(([along = 0, across = 0]) => [along, across]);

interface DrawnLine {
	/** What it is called beside its number. */
	readonly name: string;
	readonly points: readonly OnMould[];
	/** How it is drawn: a pour in its colour, a stick as a thin line. */
	readonly srgb?: string;
}

interface Props {
	label: string;
	lines: readonly DrawnLine[];
	/** How the line is drawn that is under the hand. */
	next?: string;
	onLine: (points: OnMould[]) => void;
	onMove: (line: number, points: OnMould[]) => void;
	onLetGo: (line: number) => void;
}

/** The mould from above, front end at the left: lines drawn on it by hand, numbered in their order. */
export function MouldBoard({ label, lines, next, onLine, onMove, onLetGo }: Props) {
	const { top } = useEditor().live.plan;
	const tall = within((WIDE * 2 * top.half_wide_mm) / Math.max(top.back_mm - top.front_mm, 1), 40, TALLEST);
	const at = (x: number, y: number, picture: DOMRect): OnMould => {
		const unit = (WIDE + 2 * RIM) / picture.width;
		const [along, across] = [(x * unit - RIM) / WIDE, (2 * (y * unit - RIM)) / tall - 1];
		return [hundredth(within(along, 0, 1)), hundredth(within(across, -1, 1))];
	};
	const { line, drawn } = useFreehand({ at, apart: APART, most: MOST, onLine });
	const shown: readonly DrawnLine[] =
		line.length > 1 ? [...lines, { name: "", points: line, srgb: next }] : lines;
	return (
		<svg
			viewBox={`${-RIM} ${-RIM} ${WIDE + 2 * RIM} ${tall + 2 * RIM}`}
			style={{ width: WIDE + 2 * RIM }}
			className="block max-w-full cursor-crosshair touch-none select-none"
			role="group"
			aria-label={label}
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
						points={drawnAs(one.points, tall)}
						className="stroke-ink"
						strokeWidth={one.srgb ? 7 : 1.8}
						strokeLinecap="round"
						strokeDasharray={one.srgb ? undefined : "4 3"}
					/>
					{one.srgb && (
						<polyline
							points={drawnAs(one.points, tall)}
							stroke={one.srgb}
							strokeWidth={5}
							strokeLinecap="round"
						/>
					)}
				</g>
			))}
			{lines.map((one, n) => (
				<LineMark
					// biome-ignore lint/suspicious/noArrayIndexKey: lines are told apart by their order alone.
					key={n}
					number={n + 1}
					of={lines.length}
					name={one.name}
					points={one.points}
					tall={tall}
					onMove={(points) => onMove(n, points)}
					onLetGo={() => onLetGo(n)}
				/>
			))}
		</svg>
	);
}

const drawnAs = (points: readonly OnMould[], tall: number) =>
	points.map(([along, across]) => `${along * WIDE},${((across + 1) / 2) * tall}`).join(" ");

interface MarkProps {
	number: number;
	of: number;
	name: string;
	points: readonly OnMould[];
	tall: number;
	onMove: (points: OnMould[]) => void;
	onLetGo: () => void;
}

/** Which line comes when, a little way along it: the whole line goes with it. */
function LineMark({ number, of, name, points, tall, onMove, onLetGo }: MarkProps) {
	// Lines that begin together are told apart.
	const here = points[Math.round(((points.length - 1) * (number - 1)) / Math.max(2 * of, 1))] ?? [0, 0];
	const shift = points.length > 2 ? 0 : (0.8 * (number - 0.5)) / of;
	const lies = (points.at(-1)?.[0] ?? 0) - (points[0]?.[0] ?? 0) > 0.5 ? shift : 0;
	const [along, across] = [within(here[0] + lies, 0.03, 0.97), here[1]];
	const moves = useInHand<readonly OnMould[]>({
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
