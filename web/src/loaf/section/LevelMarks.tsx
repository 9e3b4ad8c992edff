import type { Pour } from "../../api/types";
import type { Scale } from "../../drawing/scale";
import { spread } from "../../drawing/spread";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { patchPour, tenth } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";

/** Two lines of a label [px]. */
const APART_PX = 31;

interface Props {
	layers: readonly { readonly pour: string; readonly name: string; readonly high: number }[];
	scale: Scale;
	/** Where a level's line begins, at its own wall [mm], and where all of them end [px]. */
	from: (high: number) => number;
	to: number;
}

/** How high each pour stands: its line, and beside it a label that is dragged, or moved with the arrow keys. */
export function LevelMarks({ layers, scale, from, to }: Props) {
	const lines = layers.map((layer) => scale.y(layer.high));
	const places = spread(lines, APART_PX);
	return layers.map((layer, i) => (
		<g key={layer.pour}>
			<path
				aria-hidden
				d={`M${scale.x(from(layer.high))} ${lines[i]}H${to}l8 ${(places[i] ?? 0) - (lines[i] ?? 0)}`}
				fill="none"
				stroke="var(--color-rim)"
				strokeDasharray="5 4"
			/>
			<LevelLabel layer={layer} x={to + 12} y={places[i] ?? 0} pxPerMm={scale.pxPerMm} />
		</g>
	));
}

interface LabelProps {
	layer: Props["layers"][number];
	x: number;
	y: number;
	pxPerMm: number;
}

function LevelLabel({ layer, x, y, pxPerMm }: LabelProps) {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const pour = document.work.find((step): step is Pour => step.do === "pour" && step.id === layer.pour);
	const moves = useInHand({
		thing: pour,
		pxPerMm,
		onMove: (was, _, down) =>
			was && edit(patchPour(was.id, raised(was, -Math.round(down))), `level ${was.id}`),
	});
	const text = (
		<text x={x} y={y + 4} fontSize="12" fill="var(--color-rim-deep)">
			<tspan fontWeight="700">{withUnit(layer.high, "length", units)}</tspan>
			<tspan x={x} dy="14">
				{layer.name}
			</tspan>
		</text>
	);
	// So much batter stands as high as it stands.
	if (!pour || pour.by === "batter") return <g aria-hidden>{text}</g>;
	return (
		<g
			role="slider"
			tabIndex={0}
			aria-label={`How high “${layer.name}” stands. Arrow keys move it.`}
			aria-orientation="vertical"
			aria-valuenow={tenth(layer.high)}
			aria-valuemin={0}
			aria-valuemax={document.mould.height_mm}
			aria-valuetext={withUnit(layer.high, "length", units)}
			className="cursor-ns-resize outline-offset-0"
			{...moves}
		>
			<rect x={x - 4} y={y - 9} width="96" height="28" fill="transparent" />
			{text}
		</g>
	);
}

/** A pour told by its level, or by how far that is below the rim, so much higher. */
function raised(pour: Pour, by: number): Partial<Pour> {
	return pour.by === "under the rim"
		? { under_mm: Math.max(0, tenth((pour.under_mm ?? 0) - by)) }
		: { to_mm: Math.max(1, tenth(pour.to_mm + by)) };
}
