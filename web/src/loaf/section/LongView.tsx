import { fillOf, paintOf } from "../../drawing/paint";
import { Materials, RulerAcross, TogetherPattern, WALL_MM } from "../../drawing/parts";
import { fitScale, type Scale } from "../../drawing/scale";
import { SideTop } from "../../drawing/top/SideTop";
import { useWidth } from "../../drawing/useSize";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { type DrawnPiece, drawnPieces } from "./drawnPieces";
import { usePieceMoves } from "./usePieceMoves";

/** As tall as a wide screen has room for. */
const heightOf = (width: number) => Math.round(Math.min(380, Math.max(240, width * 0.27)));

interface Props {
	bar: number | null;
	onBar: (bar: number) => void;
	selected: string | null;
	onSelect: (id: string) => void;
}

/** The loaf from the side, as if its wall were glass: pieces along it, cuts, rim marks. */
export function LongView({ bar, onBar, selected, onSelect }: Props) {
	const { document, live } = useEditor();
	const { units } = useUnits();
	const [ref, width] = useWidth<HTMLDivElement>();
	const tall = heightOf(width);
	const { plan } = live;
	const { length_mm: length, height_mm: height } = document.mould;
	const stands = plan.top.high_mm;
	const [front = 0, back = length] = plan.mould.ends_at_rim;
	const scale = fitScale(
		{
			left: front - WALL_MM,
			right: back + WALL_MM,
			bottom: -WALL_MM,
			top: Math.max(height, plan.level_mm + stands) + 6,
		},
		width,
		tall,
		{ left: 12, right: 12, top: 4, bottom: 46 },
	);
	const paint = paintOf(live.of, plan);
	const inside = `${scale.x(0)},${scale.y(0)} ${scale.x(length)},${scale.y(0)} ${scale.x(back)},${scale.y(height)} ${scale.x(front)},${scale.y(height)}`;
	const wood = document.mould.material === "silicone" ? "lv-silicone" : "lv-wood";

	return (
		<div ref={ref}>
			<svg
				width="100%"
				height={tall}
				className="block touch-none select-none"
				role="group"
				aria-label="Long view"
			>
				<title>Long view</title>
				<defs>
					<Materials id="lv" />
					{paint.layers.map((layer) => (
						<TogetherPattern key={layer.pour} id={`lv-${layer.pour}`} colours={layer.shares} tile={26} />
					))}
					<TogetherPattern id="lv-coat" colours={paint.coat.shares} tile={22} />
					<TogetherPattern id="lv-last" colours={paint.layers.at(-1)?.shares ?? []} tile={26} />
					<clipPath id="lv-inside">
						<polygon points={inside} />
					</clipPath>
				</defs>
				<rect
					x={scale.x(front - WALL_MM)}
					y={scale.y(height)}
					width={(back - front + 2 * WALL_MM) * scale.pxPerMm}
					height={(height + WALL_MM) * scale.pxPerMm}
					fill={`url(#${wood})`}
					stroke="#6b5330"
				/>
				<polygon points={inside} fill="#f4f2ec" />
				<g clipPath="url(#lv-inside)" opacity=".82">
					{paint.layers.map((layer) => (
						<rect
							key={layer.pour}
							x={scale.x(front)}
							width={(back - front) * scale.pxPerMm}
							y={scale.y(layer.high)}
							height={(layer.high - layer.low) * scale.pxPerMm}
							fill={fillOf(layer.shares, `lv-${layer.pour}`)}
						/>
					))}
				</g>
				<SideTop
					top={plan.top}
					level={plan.level_mm}
					scale={scale}
					colour={paint.colour}
					pieceColour={paint.pieceColour}
					embedColour={paint.embedColour}
					last={paint.layers.at(-1)?.shares ?? []}
					coat={paint.coat}
					patternId="lv"
				/>
				<polygon points={inside} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
				{drawnPieces(document, live).map((drawn) => (
					<PieceAlong
						key={drawn.piece.id}
						drawn={drawn}
						colour={paint.colour}
						scale={scale}
						selected={selected === drawn.piece.id}
						onSelect={() => onSelect(drawn.piece.id)}
					/>
				))}
				{plan.mould.rim_marks_mm.map((mark) => (
					<path
						key={mark}
						d={`M${scale.x(mark)} ${scale.y(height)}v7`}
						stroke="var(--color-ink)"
						strokeWidth="1.5"
						aria-hidden
					/>
				))}
				{plan.cuts.bars.map((item) => (
					<BarButton
						key={item.number}
						item={item}
						scale={scale}
						tall={tall}
						chosen={bar === item.number}
						onBar={onBar}
					/>
				))}
				<RulerAcross scale={scale} from={0} to={length} units={units} at={tall - 20} />
			</svg>
		</div>
	);
}

interface BarProps {
	item: { number: number; from_mm: number; to_mm: number };
	scale: Scale;
	/** How tall the drawing is [px]. */
	tall: number;
	chosen: boolean;
	onBar: (bar: number) => void;
}

/** The wires before and after a bar, and its number to press for its face. */
function BarButton({ item, scale, tall, chosen, onBar }: BarProps) {
	const [x0, x1] = [scale.x(item.from_mm), scale.x(item.to_mm)];
	const y = tall - 43;
	return (
		<>
			<path
				aria-hidden
				pointerEvents="none"
				d={`M${x0} 6V${y}M${x1} 6V${y}`}
				stroke="var(--color-ink)"
				strokeOpacity=".55"
				strokeWidth="1"
				strokeDasharray="2 3"
			/>
			{chosen && (
				<path
					aria-hidden
					pointerEvents="none"
					d={`M${x0} 2V${y}`}
					stroke="var(--color-brass)"
					strokeWidth="2.5"
				/>
			)}
			<g
				role="button"
				tabIndex={0}
				aria-pressed={chosen}
				aria-label={`Face of bar ${item.number}`}
				className="cursor-pointer"
				onClick={() => onBar(item.number)}
				onKeyDown={(event) => {
					if (event.key !== "Enter" && event.key !== " ") return;
					event.preventDefault();
					onBar(item.number);
				}}
			>
				<rect
					x={x0 + 1}
					y={y - 2}
					width={Math.max(x1 - x0 - 2, 2)}
					height="20"
					rx="4"
					fill={chosen ? "var(--color-brass)" : "var(--color-enamel)"}
					stroke="var(--color-soft)"
				/>
				<text
					x={(x0 + x1) / 2}
					y={y + 12}
					fontSize="11"
					fontWeight="700"
					textAnchor="middle"
					fill={chosen ? "#ffffff" : "var(--color-ink)"}
				>
					{item.number}
				</text>
			</g>
		</>
	);
}

interface PieceProps {
	drawn: DrawnPiece;
	colour: (id: string) => string;
	scale: Scale;
	selected: boolean;
	onSelect: () => void;
}

function PieceAlong({ drawn, colour, scale, selected, onSelect }: PieceProps) {
	const { piece, embed, along: dy, up: dz } = drawn;
	const { units } = useUnits();
	const moves = usePieceMoves(embed, "from_mm", scale.pxPerMm, onSelect);
	const zs = piece.outline.map(([, z = 0]) => z + dz);
	const [bottom, top] = [Math.min(...zs), Math.max(...zs)];
	return (
		<g
			role="button"
			tabIndex={0}
			aria-pressed={selected}
			aria-label={`${embed.name}, from ${withUnit(embed.from_mm, "length", units)} along. Arrow keys move it.`}
			className="cursor-grab focus:outline-none active:cursor-grabbing"
			data-piece-along={embed.id}
			{...moves}
		>
			<rect
				x={scale.x(piece.from_mm + dy)}
				width={(piece.to_mm - piece.from_mm) * scale.pxPerMm}
				y={scale.y(top)}
				height={(top - bottom) * scale.pxPerMm}
				rx="3"
				fill={colour(embed.colour)}
				stroke={selected ? "var(--color-enamel)" : "var(--color-ink)"}
				strokeWidth={selected ? 3 : 1.2}
			/>
			{piece.side.map((strip) => (
				<rect
					key={`${strip.low_mm} ${strip.from_mm}`}
					data-strip={strip.colour}
					x={scale.x(strip.from_mm + dy)}
					width={(strip.to_mm - strip.from_mm) * scale.pxPerMm}
					y={scale.y(strip.high_mm + dz)}
					height={(strip.high_mm - strip.low_mm) * scale.pxPerMm + 0.4}
					fill={colour(strip.colour)}
				/>
			))}
			{piece.row?.joints_mm.map((y) => (
				<path
					key={y}
					data-row-joint
					d={`M${scale.x(y + dy)} ${scale.y(top)}V${scale.y(bottom)}`}
					stroke="var(--color-ink)"
					strokeWidth="1.6"
				/>
			))}
			{selected && (
				<rect
					x={scale.x(piece.from_mm + dy)}
					width={(piece.to_mm - piece.from_mm) * scale.pxPerMm}
					y={scale.y(top)}
					height={(top - bottom) * scale.pxPerMm}
					rx="3"
					fill="none"
					stroke="var(--color-ink)"
					strokeWidth="1.6"
					strokeDasharray="6 3"
				/>
			)}
		</g>
	);
}
