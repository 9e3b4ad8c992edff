import { outlinePath } from "../../drawing/outlinePath";
import { paintOf } from "../../drawing/paint";
import { fitScale } from "../../drawing/scale";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { BowlChip } from "./BowlChip";
import type { Vessel } from "./bowlMoves";

/** The tallest vessel is drawn so high [px]; all others at its scale. */
const HIGH_PX = 64;
const NONE = { left: 2, right: 2, bottom: 2, top: 2 };

const span = (outline: Vessel["outline"], axis: 0 | 1) => {
	const at = outline.map((corner) => corner[axis] ?? 0);
	return [Math.min(...at), Math.max(...at)] as const;
};

interface Props {
	onSelect: (embed: string) => void;
}

/** Everything that is filled, to one scale, with the pot that fills it; a column is taken in hand by a press. */
export function VesselStrip({ onSelect }: Props) {
	const { live, document } = useEditor();
	const { plan } = live;
	const { colour } = paintOf(live.of, plan);
	if (plan.vessels.length < 2 && (document.moulds ?? 1) === 1) return null;
	const tallest = Math.max(
		...plan.vessels.map(({ outline }) => {
			const [low, high] = span(outline, 1);
			return high - low;
		}),
	);
	const names = new Map(plan.pots.map((pot) => [pot.id, pot.name]));
	return (
		<section aria-label="What is filled" className="mt-2 border-line border-t pt-2">
			<h2 className="text-base">
				Filled{" "}
				<span className="font-normal text-soft">
					to one scale, with the pot each is filled from; drag a bowl from one to another
				</span>
			</h2>
			<ul className="mt-1 flex flex-wrap gap-x-4 gap-y-2">
				{plan.vessels.map((vessel) => (
					<li key={`${vessel.pot} ${vessel.item} ${vessel.name}`} data-vessel={vessel.item || "loaf"}>
						<VesselMark
							vessel={vessel}
							pxPerMm={HIGH_PX / tallest}
							colour={colour}
							from={names.get(vessel.pot) ?? "melted"}
							onPress={
								document.embeds.some((embed) => embed.id === vessel.item)
									? () => onSelect(vessel.item)
									: undefined
							}
						/>
						<div className="flex gap-1 px-1 pb-1">
							{vessel.pot &&
								vessel.colours.map((share) => (
									<BowlChip
										key={share.colour}
										bowl={{ pot: vessel.pot, colour: share.colour }}
										name={document.colours.find((item) => item.id === share.colour)?.name ?? share.colour}
										at={vessel}
										srgb={colour(share.colour)}
									/>
								))}
						</div>
					</li>
				))}
			</ul>
		</section>
	);
}

interface MarkProps {
	vessel: Vessel;
	pxPerMm: number;
	colour: (id: string) => string;
	from: string;
	onPress?: () => void;
}

function VesselMark({ vessel, pxPerMm, colour, from, onPress }: MarkProps) {
	const { units } = useUnits();
	const [left, right] = span(vessel.outline, 0);
	const [bottom, top] = span(vessel.outline, 1);
	const [width, height] = [(right - left) * pxPerMm + 4, (top - bottom) * pxPerMm + 4];
	const scale = fitScale({ left, right, bottom, top }, width, height, NONE);
	const id = `vessel-${vessel.pot}-${vessel.item || "loaf"}`;
	let at = left;
	const words = (
		<span className="block text-left text-xs">
			<span className="block max-w-36 truncate font-semibold">{vessel.name}</span>
			<span className="block text-soft">{vessel.holds}</span>
			<span className="figures block text-soft">
				{withUnit(vessel.each_ml, "volume", units, units === "metric" ? 0 : 1)}
				{vessel.count > 1 && " each"}
			</span>
			{from !== vessel.name && <span className="block max-w-36 truncate text-soft">from {from}</span>}
		</span>
	);
	const mark = (
		<span className="flex items-end gap-2">
			<svg width={width} height={height} aria-hidden className="shrink-0">
				<clipPath id={id}>
					<path d={outlinePath(vessel.outline, [], scale)} />
				</clipPath>
				<g clipPath={`url(#${id})`}>
					{vessel.colours.map((share) => {
						const from = at;
						at += ((right - left) * share.percent) / 100;
						return (
							<rect
								key={share.colour}
								x={scale.x(from)}
								y={0}
								width={(at - from) * scale.pxPerMm + 0.5}
								height={height}
								fill={colour(share.colour)}
							/>
						);
					})}
				</g>
				<path
					d={outlinePath(vessel.outline, [], scale)}
					fill="none"
					stroke="var(--color-ink)"
					strokeWidth="1.3"
				/>
			</svg>
			{words}
		</span>
	);
	return onPress ? (
		<button type="button" className="rounded-lg p-1 hover:bg-rim-wash" onClick={onPress}>
			{mark}
		</button>
	) : (
		<span className="block p-1">{mark}</span>
	);
}
