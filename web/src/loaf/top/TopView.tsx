import type { LoafPlan, Strewn, TopRun } from "../../api/types";
import type { RoundBand } from "../../drawing/face";
import { fillOf, paintOf } from "../../drawing/paint";
import { TogetherPattern } from "../../drawing/parts";
import { RoundBands } from "../../drawing/RoundBands";
import { TopMotifs } from "../../drawing/top/TopMotifs";
import { useWidth } from "../../drawing/useSize";
import { useUnits } from "../../ui/UnitsContext";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";
import { MotifHandles } from "./MotifHandles";
import { placeOnTop } from "./placeOnTop";
import { letGo, pinPiece } from "./topChanges";

/** A cup would fill the page. */
const HIGHEST_PX = 380;
const MARGIN_PX = { left: 14, right: 14, top: 16, bottom: 30 };

/** The top from above, front end at the left: piped, strewn, and where the wire goes. ``upTo``: as far as that run. */
export function TopView({ upTo }: { upTo?: string }) {
	const { live } = useEditor();
	const [ref, width] = useWidth<HTMLDivElement>();
	const { plan, of } = live;
	const { top, cuts } = plan;
	const paint = paintOf(of, plan);
	const long = top.back_mm - top.front_mm;
	const free = width - MARGIN_PX.left - MARGIN_PX.right;
	const px = Math.min(free / long, HIGHEST_PX / (2 * top.half_wide_mm));
	const x = (along: number) => MARGIN_PX.left + (free - long * px) / 2 + (along - top.front_mm) * px;
	const y = (across: number) => MARGIN_PX.top + (across + top.half_wide_mm) * px;
	const height = y(top.half_wide_mm) + MARGIN_PX.bottom;
	const ground = paint.coat.mm > 0 ? paint.coat.shares : (paint.layers.at(-1)?.shares ?? []);
	const last = top.runs.findIndex((run) => run.id === upTo);
	const runs = last < 0 ? top.runs : top.runs.slice(0, last + 1);
	const bagsOf = (run: TopRun) => run.bags.map((bag) => bag.map(paint.colour));
	const edges = cuts.whole ? [] : cuts.bars.flatMap((bar) => [bar.from_mm, bar.to_mm]);
	// An oval is a rectangle whose corners are as round as they can be.
	const round = top.oval ? { rx: (long * px) / 2, ry: top.half_wide_mm * px } : { rx: 3, ry: 3 };
	return (
		<div ref={ref}>
			<svg width="100%" height={height} role="group" aria-label="The top from above" className="block">
				<defs>
					<TogetherPattern id="top-ground" colours={ground} tile={26} />
					<clipPath id="top-edge">
						<rect
							x={x(top.front_mm) - 6}
							y={y(-top.half_wide_mm) - 6}
							width={long * px + 12}
							height={2 * top.half_wide_mm * px + 12}
							rx={round.rx + 6}
							ry={round.ry + 6}
						/>
					</clipPath>
				</defs>
				<rect
					x={x(top.front_mm)}
					y={y(-top.half_wide_mm)}
					width={long * px}
					height={2 * top.half_wide_mm * px}
					{...round}
					fill={fillOf(ground, "top-ground")}
					stroke="var(--color-ink)"
					strokeWidth="1.5"
				/>
				{top.standing.map((column) => (
					<rect
						key={column.embed}
						data-stands-out={column.embed}
						x={x(column.front_mm)}
						y={y(column.left_mm)}
						width={(column.back_mm - column.front_mm) * px}
						height={(column.right_mm - column.left_mm) * px}
						fill={paint.embedColour(column.embed)}
						stroke="var(--color-ink)"
					/>
				))}
				{top.pressed.map((piece) => (
					<PieceShape
						key={`pressed ${piece.pieces} ${piece.number}`}
						piece={piece}
						cx={x(piece.y)}
						cy={y(piece.x)}
						px={px}
						srgb={paint.pieceColour(piece.pieces)}
						bands={paint.pieceBands(piece.pieces)}
						bad={false}
					/>
				))}
				{upTo
					? runs.map((run) => (
							<g key={run.id} clipPath="url(#top-edge)">
								<TopMotifs run={run} bags={bagsOf(run)} x={x} y={y} pxPerMm={px} />
							</g>
						))
					: top.order.map((name) => <OnTop key={name} name={name} {...{ bagsOf, x, y, px }} />)}
				{(of.top?.clear ?? []).map((part) => (
					<rect
						key={`${part.from_mm} ${part.left_mm} ${part.name}`}
						x={x(Math.max(part.from_mm, top.front_mm))}
						y={y(Math.max(part.left_mm ?? -2000, -top.half_wide_mm))}
						width={(Math.min(part.to_mm, top.back_mm) - Math.max(part.from_mm, top.front_mm)) * px}
						height={
							(Math.min(part.right_mm ?? 2000, top.half_wide_mm) -
								Math.max(part.left_mm ?? -2000, -top.half_wide_mm)) *
							px
						}
						fill="none"
						stroke="var(--color-ink)"
						strokeDasharray="2 3"
					/>
				))}
				<CutLines edges={edges} x={x} from={y(-top.half_wide_mm) - 8} to={y(top.half_wide_mm) + 8} />
				{cuts.bars.flatMap((bar) =>
					lengthwise(bar).map((across) => (
						<path
							key={`${bar.number} ${across}`}
							d={`M${x(bar.from_mm)} ${y(across)}H${x(bar.to_mm)}`}
							stroke="var(--color-ink)"
							strokeWidth="1.2"
							strokeDasharray="6 4"
							aria-hidden
						/>
					)),
				)}
				{(cuts.whole ? [] : cuts.bars).map((bar) => (
					<text
						key={bar.number}
						x={x((bar.from_mm + bar.to_mm) / 2)}
						y={height - 8}
						textAnchor="middle"
						fontSize="13"
						fontWeight="700"
						fill="var(--color-ink)"
					>
						{bar.number}
						{bar.note && <title>{bar.note}</title>}
						{bar.note && " ✦"}
					</text>
				))}
			</svg>
		</div>
	);
}

/** Where a slice is cut lengthwise, what is left beside its last strip cut off too. */
function lengthwise(bar: LoafPlan["cuts"]["bars"][number]): number[] {
	const ends = bar.strips.map(([, right = 0]) => right);
	return bar.left_g > 0 ? ends : ends.slice(0, -1);
}

interface OnTopProps {
	name: string;
	bagsOf: (run: TopRun) => string[][];
	x: (along: number) => number;
	y: (across: number) => number;
	px: number;
}

/** One thing of the list, drawn on what was put there before it. */
function OnTop({ name, bagsOf, x, y, px }: OnTopProps) {
	const { live } = useEditor();
	const { plan, of } = live;
	const [kind, ...rest] = name.split(".");
	const ref = rest.join(".");
	if (kind === "pipe") {
		const run = plan.top.runs.find((item) => item.id === ref);
		return run ? (
			<>
				<g clipPath="url(#top-edge)">
					<TopMotifs run={run} bags={bagsOf(run)} x={x} y={y} pxPerMm={px} />
				</g>
				<MotifHandles run={run} x={x} y={y} px={px} />
			</>
		) : null;
	}
	if (kind !== "strew") return null;
	const paint = paintOf(of, plan);
	return plan.top.scatter?.strewn
		.filter((piece) => piece.pieces === ref)
		.map((piece) => (
			<StrewnPiece
				key={`${piece.pieces} ${piece.number}`}
				piece={piece}
				srgb={paint.pieceColour(piece.pieces)}
				bands={paint.pieceBands(piece.pieces)}
				x={x}
				y={y}
				px={px}
			/>
		));
}

interface LinesProps {
	edges: readonly number[];
	x: (along: number) => number;
	from: number;
	to: number;
}

const CutLines = ({ edges, x, from, to }: LinesProps) =>
	edges.map((edge) => (
		<g key={edge} aria-hidden>
			<path d={`M${x(edge)} ${from}V${to}`} stroke="#ffffff" strokeOpacity=".7" strokeWidth="2.4" />
			<path d={`M${x(edge)} ${from}V${to}`} stroke="var(--color-ink)" strokeWidth="1" strokeDasharray="5 3" />
		</g>
	));

interface PieceProps {
	piece: Strewn;
	srgb: string;
	bands: readonly RoundBand[];
	x: (along: number) => number;
	y: (across: number) => number;
	px: number;
}

/** A piece on top: dragged or moved with the arrow keys it is held there, with Delete it is let go again. */
function StrewnPiece({ piece, srgb, bands, x, y, px }: PieceProps) {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const name = document.pieces.find((item) => item.id === piece.pieces)?.name ?? piece.pieces;
	const taken = useInHand({
		thing: piece,
		pxPerMm: px,
		onMove: (from, right, down) =>
			edit(
				pinPiece(piece.pieces, piece.number, from.x + down, from.y + right),
				`pin ${piece.pieces} ${piece.number}`,
			),
		onLetGo: piece.pinned ? () => edit(letGo(piece.pieces, piece.number)) : null,
	});
	const bad = piece.touches || piece.leans;
	return (
		<g
			role="button"
			tabIndex={0}
			data-strewn={`${piece.pieces} ${piece.number}`}
			aria-label={`${name} ${piece.number + 1}${piece.pinned ? ", held" : ""}${piece.leans ? ", over a cut" : ""}${piece.touches ? ", on another" : ""}: ${placeOnTop(piece, units)}`}
			className="cursor-grab touch-none outline-none focus-visible:[&>circle:last-of-type]:stroke-rim"
			{...taken}
		>
			<circle cx={x(piece.y)} cy={y(piece.x)} r={Math.max(piece.radius * px, 12)} fill="transparent" />
			<PieceShape piece={piece} cx={x(piece.y)} cy={y(piece.x)} px={px} srgb={srgb} bands={bands} bad={bad} />
			{piece.pinned && (
				<circle cx={x(piece.y)} cy={y(piece.x)} r="2.5" fill="var(--color-ink)" stroke="#ffffff" />
			)}
			{bad && (
				<text
					x={x(piece.y)}
					y={y(piece.x) + 4}
					textAnchor="middle"
					fontSize="12"
					fontWeight="800"
					fill="var(--color-lye)"
				>
					!
				</text>
			)}
			<circle
				cx={x(piece.y)}
				cy={y(piece.x)}
				r={piece.radius * px + 3}
				fill="none"
				stroke="transparent"
				strokeWidth="2.5"
			/>
		</g>
	);
}

interface ShapeProps {
	piece: Strewn;
	cx: number;
	cy: number;
	px: number;
	srgb: string;
	bands: readonly RoundBand[];
	bad: boolean;
}

/** A piece as it lies: by its outline, or round, with a light on it. */
function PieceShape({ piece, cx, cy, px, srgb, bands, bad }: ShapeProps) {
	const edge = { stroke: bad ? "var(--color-lye)" : "var(--color-ink)", strokeWidth: bad ? 3 : 1.2 };
	const r = piece.half_wide * px;
	if (piece.outline) {
		return (
			<polygon
				points={piece.outline.map(([along = 0, across = 0]) => `${along * px},${across * px}`).join(" ")}
				transform={`translate(${cx} ${cy}) rotate(${piece.turn_deg})`}
				fill={srgb}
				strokeLinejoin="round"
				{...edge}
			/>
		);
	}
	return (
		<>
			<ellipse
				cx={cx}
				cy={cy}
				rx={piece.half_long * px}
				ry={piece.half_wide * px}
				transform={`rotate(${piece.turn_deg} ${cx} ${cy})`}
				fill={srgb}
				{...edge}
			/>
			<RoundBands
				bands={bands}
				cx={cx}
				cy={cy}
				rx={piece.half_long * px}
				ry={piece.half_wide * px}
				turnDeg={piece.turn_deg}
			/>
			<path
				d={`M${cx - r * 0.5} ${cy - r * 0.35}q${r * 0.4} ${-r * 0.35} ${r * 0.8} 0`}
				fill="none"
				stroke="#ffffff"
				strokeOpacity=".7"
				strokeWidth="1.5"
			/>
		</>
	);
}
