import { Plus } from "lucide-react";
import { fitScale, pressedAt, type Scale } from "../../drawing/scale";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";

interface OnBar {
	x: number;
	along_percent: number;
}

interface Props {
	places: readonly OnBar[];
	onChange: (places: OnBar[]) => void;
}

const [WIDTH, HEIGHT] = [330, 150];
const MARGINS = { left: 10, right: 10, top: 10, bottom: 10 };
const clamp = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

/** One bar from above, enlarged: places on it pressed, dragged, or moved with the arrow keys. */
export function BarBoard({ places, onChange }: Props) {
	const { live } = useEditor();
	const { top, cuts } = live.plan;
	const bar = cuts.bars[0];
	const half = top.half_wide_mm;
	const long = bar ? bar.to_mm - bar.from_mm : 25;
	const scale = fitScale({ left: -half, right: half, bottom: 0, top: long }, WIDTH, HEIGHT, MARGINS);
	const onBar = (x: number, along: number): OnBar => ({
		x: clamp(Math.round(x * 2) / 2, -half, half),
		along_percent: clamp(Math.round((100 * along) / long), 0, 100),
	});
	const put = (i: number, place: OnBar) => onChange(places.map((other, at) => (at === i ? place : other)));
	return (
		<div className="space-y-2">
			{/* biome-ignore lint/a11y/useKeyWithClickEvents: "Add a place" adds one from the keyboard. */}
			<svg
				viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
				className="block w-full cursor-crosshair rounded border border-line bg-bench"
				role="group"
				aria-label="One bar from above, its front below"
				onClick={(event) => {
					if (event.target instanceof Element && event.target.closest("[data-on-bar]")) return;
					const { x, z } = pressedAt(event, event.currentTarget, scale);
					onChange([...places, onBar(x, z)]);
				}}
			>
				<rect
					x={scale.x(-half)}
					y={scale.y(long)}
					width={2 * half * scale.pxPerMm}
					height={long * scale.pxPerMm}
					fill="var(--color-enamel)"
					stroke="var(--color-ink)"
					rx="3"
				/>
				{bar?.strips.slice(1).map(([left = 0]) => (
					<path
						key={left}
						d={`M${scale.x(left)} ${scale.y(long)}V${scale.y(0)}`}
						stroke="var(--color-ink)"
						strokeDasharray="5 3"
					/>
				))}
				<path d={`M${scale.x(0)} ${scale.y(long)}V${scale.y(0)}`} stroke="var(--color-line)" />
				{places.map((place, i) => (
					<Place
						// biome-ignore lint/suspicious/noArrayIndexKey: a place has no name but its number.
						key={i}
						number={i + 1}
						place={place}
						scale={scale}
						long={long}
						onMove={(across, along) => put(i, onBar(across, along))}
						onLetGo={places.length > 1 ? () => onChange(places.filter((_, at) => at !== i)) : null}
					/>
				))}
			</svg>
			{places.map((place, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a place has no name but its number.
				<div key={i} className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
					<NumberField
						label={`Place ${i + 1} across`}
						quantity="length"
						value={place.x}
						onChange={(x) => put(i, { ...place, x })}
					/>
					<NumberField
						label="Along the bar"
						suffix="%"
						digits={0}
						value={place.along_percent}
						onChange={(along_percent) => put(i, { ...place, along_percent })}
					/>
					<RemoveButton
						aria-label={`Remove place ${i + 1}`}
						disabled={places.length === 1}
						onClick={() => onChange(places.filter((_, at) => at !== i))}
					/>
				</div>
			))}
			<Button look="quiet" onClick={() => onChange([...places, { x: 0, along_percent: 50 }])}>
				<Plus aria-hidden className="size-4" /> Add a place
			</Button>
		</div>
	);
}

interface PlaceProps {
	number: number;
	place: OnBar;
	scale: Scale;
	/** How long the bar is [mm]. */
	long: number;
	onMove: (across: number, along: number) => void;
	onLetGo: (() => void) | null;
}

function Place({ number, place, scale, long, onMove, onLetGo }: PlaceProps) {
	const { units } = useUnits();
	const along = (place.along_percent / 100) * long;
	const moves = useInHand({
		thing: { x: place.x, along },
		pxPerMm: scale.pxPerMm,
		onMove: (from, right, down) => onMove(from.x + right, from.along - down),
		onLetGo,
	});
	return (
		<g
			role="button"
			tabIndex={0}
			data-on-bar={number - 1}
			aria-label={`Place ${number}: ${withUnit(place.x, "length", units)} across, ${place.along_percent.toFixed(0)} % along`}
			className="cursor-grab touch-none outline-none focus-visible:[&>circle]:stroke-brass"
			{...moves}
		>
			<circle
				cx={scale.x(place.x)}
				cy={scale.y(along)}
				r="12"
				fill="var(--color-rim-wash)"
				stroke="var(--color-rim)"
				strokeWidth="2.5"
			/>
			<text
				x={scale.x(place.x)}
				y={scale.y(along) + 4}
				textAnchor="middle"
				fontSize="12"
				fontWeight="700"
				fill="var(--color-ink)"
				aria-hidden
			>
				{number}
			</text>
		</g>
	);
}
