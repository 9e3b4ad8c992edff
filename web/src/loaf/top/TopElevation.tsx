import { FaceBody } from "../../drawing/FaceBody";
import { wallAt } from "../../drawing/face";
import { fillOf, lookOf, paintOf } from "../../drawing/paint";
import { TogetherPattern } from "../../drawing/parts";
import { fitScale, polygonPoints } from "../../drawing/scale";
import { SideTop } from "../../drawing/top/SideTop";
import { useWidth } from "../../drawing/useSize";
import { useEditor } from "../editor/EditorContext";

/** How much of the loaf's own height is drawn under its top [mm]. */
const UNDER_MM = 14;
const HEIGHT_PX = 150;
const NO_MARGINS = { left: 14, right: 14, top: 4, bottom: 4 };

/** The top from the side, along the loaf, and from the front, halfway along it: to one scale. */
export function TopElevation() {
	const { live } = useEditor();
	const [ref, width] = useWidth<HTMLDivElement>();
	const { plan, of } = live;
	const { top, level_mm: level } = plan;
	const paint = paintOf(of, plan);
	const outline = plan.mould.outline;
	const long = top.back_mm - top.front_mm;
	const wide = 2 * wallAt(outline, level);
	const room = width - 3 * NO_MARGINS.left;
	const px = Math.min((room - 40) / (long + wide), (HEIGHT_PX - 10) / (top.high_mm + UNDER_MM));
	const tall = (top.high_mm + UNDER_MM) * px + 10;
	const box = { bottom: level - UNDER_MM, top: level + top.high_mm };
	const side = fitScale(
		{ left: top.front_mm, right: top.back_mm, ...box },
		long * px + 2 * NO_MARGINS.left,
		tall,
		NO_MARGINS,
	);
	const face = fitScale(
		{ left: -wide / 2, right: wide / 2, ...box },
		wide * px + 2 * NO_MARGINS.left,
		tall,
		NO_MARGINS,
	);
	const middle = (top.front_mm + top.back_mm) / 2;
	const cutHalfway = plan.embeds.filter((embed) => embed.from_mm <= middle && middle < embed.to_mm);
	const last = paint.layers.at(-1)?.shares ?? [];
	return (
		<div ref={ref} className="flex flex-wrap items-end justify-between gap-2">
			<figure>
				<svg
					width={long * px + 2 * NO_MARGINS.left}
					height={tall}
					role="img"
					aria-label="The top from the side"
					className="block"
				>
					<defs>
						<TogetherPattern id="el-last" colours={last} tile={26} />
						<TogetherPattern id="el-coat" colours={paint.coat.shares} tile={22} />
					</defs>
					<rect
						x={side.x(top.front_mm)}
						y={side.y(level)}
						width={long * px}
						height={UNDER_MM * px}
						fill={fillOf(last, "el-last")}
					/>
					<SideTop
						top={top}
						level={level}
						scale={side}
						colour={paint.colour}
						pieceColour={paint.pieceColour}
						embedColour={paint.embedColour}
						last={last}
						coat={paint.coat}
						patternId="el"
					/>
					<path
						d={`M${side.x(top.front_mm)} ${side.y(level)}H${side.x(top.back_mm)}`}
						stroke="var(--color-ink)"
						strokeOpacity=".4"
					/>
				</svg>
				<figcaption className="text-center text-xs text-soft">from the side</figcaption>
			</figure>
			<figure>
				<svg
					width={wide * px + 2 * NO_MARGINS.left}
					height={tall}
					role="img"
					aria-label="The top from the front"
					className="block overflow-hidden"
				>
					<FaceBody id="el-face" look={lookOf(paint, plan, outline)} scale={face} />
					{cutHalfway.map((embed) => (
						<polygon
							key={embed.id}
							points={polygonPoints(
								embed.outline.map(([x = 0, z = 0]) => [x, z] as const),
								face,
							)}
							fill={paint.colour(embed.colour)}
							stroke="var(--color-ink)"
							strokeOpacity=".5"
						/>
					))}
				</svg>
				<figcaption className="text-center text-xs text-soft">cut through halfway</figcaption>
			</figure>
		</div>
	);
}
