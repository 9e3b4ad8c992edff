import type { CutFacePicture, EmbedHold } from "../../api/types";
import { edgeOf } from "../../drawing/edge";
import { FaceBody } from "../../drawing/FaceBody";
import { wallAt } from "../../drawing/face";
import { outlinePath } from "../../drawing/outlinePath";
import { lookOf, paintOf } from "../../drawing/paint";
import { Materials, MouldSection, RulerAcross, RulerUp, WALL_MM } from "../../drawing/parts";
import { bandLooks } from "../../drawing/pieceLook";
import { fitScale, polygonPoints, type Scale } from "../../drawing/scale";
import { useWidth } from "../../drawing/useSize";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { pictureOf } from "../cut/useFaces";
import { useEditor } from "../editor/EditorContext";
import { type DrawnPiece, drawnPieces } from "./drawnPieces";
import { LevelMarks } from "./LevelMarks";
import { usePieceMoves } from "./usePieceMoves";

/** As tall as a wide screen has room for. */
const heightOf = (width: number) => Math.round(Math.min(560, Math.max(372, width * 0.5)));
const MARGINS = { left: 46, right: 132, top: 12, bottom: 30 };

interface Props {
	/** The bar whose front face is shown; null is the middle of the loaf. */
	bar: number | null;
	selected: string | null;
	/** The stage of batter in which the selected piece's ghost is drawn. */
	stage: string | null;
	onSelect: (id: string) => void;
	/** The same face with its colours as they are poured, instead of as layers. */
	poured?: CutFacePicture;
}

/** The loaf seen from its end, true to scale: drag what lies in it. */
export function CrossSection({ bar, selected, stage, onSelect, poured }: Props) {
	const { document, live } = useEditor();
	const { units } = useUnits();
	const [ref, width] = useWidth<HTMLDivElement>();
	const { plan } = live;
	const face = plan.cuts.bars.find((item) => item.number === bar);
	const mould = face?.mould ?? plan.mould.outline;
	const height = Math.max(...mould.map(([, z = 0]) => z));
	const [floor, rim] = [wallAt(mould, 0), wallAt(mould, height)];
	const stands = plan.top.high_mm;
	const top = Math.max(height, plan.level_mm + stands) + 2;
	const scale = fitScale(
		{ left: -rim - WALL_MM, right: rim + WALL_MM, bottom: -WALL_MM, top },
		width,
		heightOf(width),
		MARGINS,
	);
	const paint = paintOf(live.of, plan);
	const shows = face?.shows ?? plan.cuts.halfway;
	const pieces = drawnPieces(document, live).filter(({ piece }) => shows.includes(piece.id));

	return (
		<div ref={ref}>
			<svg
				width="100%"
				height={heightOf(width)}
				className="block touch-none select-none"
				role="group"
				aria-label="Cross-section"
			>
				<title>Cross-section</title>
				<defs>
					<Materials id="cs" />
				</defs>
				<MouldSection id="cs" material={document.mould.material} outline={mould} scale={scale} />
				<FaceBody
					id="cs"
					look={{ ...lookOf(paint, plan, mould), ...(poured && { picture: pictureOf(poured, paint) }) }}
					scale={scale}
				/>
				<polygon
					points={polygonPoints(mould, scale)}
					fill="none"
					stroke="var(--color-ink)"
					strokeWidth="1.5"
				/>
				{pieces.map((drawn) => (
					<PieceShape
						key={drawn.piece.id}
						drawn={drawn}
						colour={paint.colour}
						scale={scale}
						selected={selected === drawn.piece.id}
						mould={mould}
						picture={poured !== undefined}
						onSelect={() => onSelect(drawn.piece.id)}
					/>
				))}
				{pieces.map((drawn) => {
					const hold = plan.embed_holds.find((item) => item.embed === drawn.piece.id);
					const ghost = hold?.ghosts.find((item) => item.stage === stage);
					if (!ghost || selected !== drawn.piece.id) return null;
					return (
						<GhostShape key={drawn.piece.id} outline={drawn.piece.outline} ghost={ghost} scale={scale} />
					);
				})}
				<LevelMarks
					layers={paint.layers}
					scale={scale}
					from={(high) => -wallAt(mould, high)}
					to={scale.x(rim + WALL_MM) + 6}
				/>
				<RulerUp scale={scale} from={0} to={height} units={units} at={scale.x(-rim - WALL_MM) - 8} />
				<RulerAcross scale={scale} from={-floor} to={floor} units={units} at={scale.y(-WALL_MM) + 6} />
			</svg>
		</div>
	);
}

interface GhostProps {
	outline: readonly (readonly number[])[];
	ghost: EmbedHold["ghosts"][number];
	scale: Scale;
}

/** Where a piece would come to rest, as an empty outline with its stage. */
function GhostShape({ outline, ghost, scale }: GhostProps) {
	const middle = outline.reduce((sum, [x = 0]) => sum + x, 0) / outline.length;
	const top = Math.max(...outline.map(([, z = 0]) => z)) + ghost.off_mm;
	const points = polygonPoints(outline, scale, 0, ghost.off_mm);
	return (
		<g aria-hidden pointerEvents="none" data-ghost={ghost.stage}>
			<polygon points={points} fill="none" stroke="var(--color-ink)" strokeWidth="5" strokeOpacity=".55" />
			<polygon points={points} fill="none" stroke="#ffffff" strokeWidth="2.2" strokeDasharray="7 5" />
			<rect
				x={scale.x(middle) - 52}
				y={scale.y(top) + 6}
				width="104"
				height="18"
				rx="5"
				fill="var(--color-enamel)"
				stroke="var(--color-ink)"
			/>
			<text
				x={scale.x(middle)}
				y={scale.y(top) + 19}
				fontSize="12"
				textAnchor="middle"
				fill="var(--color-ink)"
			>
				{ghost.name}
			</text>
		</g>
	);
}

interface PieceProps {
	drawn: DrawnPiece;
	colour: (id: string) => string;
	scale: Scale;
	selected: boolean;
	mould: readonly (readonly number[])[];
	/** Whether the face is a picture of the poured colours. */
	picture: boolean;
	onSelect: () => void;
}

function PieceShape({ drawn, colour, scale, selected, mould, picture, onSelect }: PieceProps) {
	const { piece, embed, across: dx, up: dz } = drawn;
	const { units } = useUnits();
	const moves = usePieceMoves(embed, "across_mm", scale.pxPerMm, onSelect);
	const xs = piece.outline.map(([x = 0]) => x + dx);
	const zs = piece.outline.map(([, z = 0]) => z + dz);
	const [left, right, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...zs)];
	const z = embed.up_mm;
	const points = polygonPoints(piece.outline, scale, dx, dz);
	// Under a hand that moves it, it is drawn by itself: the picture shows where it lay.
	const pictured = picture && piece.bands.length > 0 && dx === 0 && dz === 0;
	const own = colour(piece.bands[0]?.colour ?? embed.colour);
	return (
		<>
			<g
				role="button"
				tabIndex={0}
				aria-pressed={selected}
				aria-label={`${embed.name}: ${withUnit(embed.across_mm, "length", units)} from the centre, ${withUnit(embed.up_mm, "length", units)} up. Arrow keys move it.`}
				data-piece={embed.id}
				className="cursor-grab focus:outline-none active:cursor-grabbing"
				{...moves}
			>
				<path
					d={outlinePath(piece.outline, piece.holes, scale, dx, dz)}
					fillRule="evenodd"
					fill={pictured ? "transparent" : own}
					stroke={selected ? "var(--color-enamel)" : edgeOf(own)}
					strokeWidth={selected ? 4 : 1.2}
				/>
				{!pictured &&
					bandLooks(piece, colour).map((band) => (
						<path
							key={String(band.outline[0])}
							d={outlinePath(band.outline, band.holes ?? [], scale, dx, dz)}
							fillRule="evenodd"
							fill={band.colour}
						/>
					))}
				{piece.figure && (
					<path
						d={outlinePath(piece.figure.outline, piece.figure.holes, scale, dx, dz)}
						fillRule="evenodd"
						fill={colour(piece.figure.colour)}
						stroke={edgeOf(colour(piece.figure.colour))}
						strokeOpacity=".6"
					/>
				)}
				{embed.seam !== "none" && (
					<SeamMark seam={embed.seam} box={{ left, right, bottom, top: Math.max(...zs) }} scale={scale} />
				)}
				{selected && (
					<polygon
						points={points}
						fill="none"
						stroke="var(--color-ink)"
						strokeWidth="1.6"
						strokeDasharray="6 3"
					/>
				)}
			</g>
			{selected && (
				<>
					<Dimension scale={scale} from={[-wallAt(mould, z), z]} to={[left, z]} units={units} />
					<Dimension scale={scale} from={[right, z]} to={[wallAt(mould, z), z]} units={units} />
					<Dimension scale={scale} from={[embed.across_mm, 0]} to={[embed.across_mm, bottom]} units={units} />
				</>
			)}
		</>
	);
}

interface SeamProps {
	seam: "floor" | "left" | "right" | "top";
	box: { left: number; right: number; bottom: number; top: number };
	scale: Scale;
}

/** A notch where the casting's seam is turned to. */
function SeamMark({ seam, box, scale }: SeamProps) {
	const [cx, cz] = [(box.left + box.right) / 2, (box.bottom + box.top) / 2];
	const at = {
		floor: [cx, box.bottom],
		top: [cx, box.top],
		left: [box.left, cz],
		right: [box.right, cz],
	} as const;
	const [x, z] = at[seam];
	return (
		<path
			aria-hidden
			data-seam={seam}
			d={`M${scale.x(x) - 5} ${scale.y(z)}l5 -5l5 5l-5 5Z`}
			fill="var(--color-enamel)"
			stroke="var(--color-ink)"
			strokeWidth="1.4"
		/>
	);
}

interface DimensionProps {
	scale: Scale;
	from: readonly [number, number];
	to: readonly [number, number];
	units: "metric" | "us";
}

/** A distance with its number on a small label, as on a workshop drawing. */
function Dimension({ scale, from, to, units }: DimensionProps) {
	const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
	if (length * scale.pxPerMm < 9) return null;
	const [x0, y0, x1, y1] = [scale.x(from[0]), scale.y(from[1]), scale.x(to[0]), scale.y(to[1])];
	const text = withUnit(length, "length", units, units === "metric" ? 0 : 2);
	const half = text.length * 3.4 + 4;
	return (
		<g aria-hidden pointerEvents="none">
			<path d={`M${x0} ${y0}L${x1} ${y1}`} stroke="var(--color-enamel)" strokeWidth="4" />
			<path d={`M${x0} ${y0}L${x1} ${y1}`} stroke="var(--color-ink)" strokeWidth="1.2" />
			<rect
				x={(x0 + x1) / 2 - half}
				y={(y0 + y1) / 2 - 8}
				width={half * 2}
				height="16"
				rx="4"
				fill="var(--color-enamel)"
				stroke="var(--color-ink)"
			/>
			<text x={(x0 + x1) / 2} y={(y0 + y1) / 2 + 4} fontSize="11" textAnchor="middle" fill="var(--color-ink)">
				{text}
			</text>
		</g>
	);
}
