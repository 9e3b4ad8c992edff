import { useState } from "react";
import type { GelFilm as Film } from "../../api/types";
import { counted } from "../../ui/counting";
import { SliderField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { temperatureText } from "../../ui/units";

const WIDE = 300;
// From the room's warmth to what cracks a loaf.
const STOPS: readonly (readonly [number, readonly [number, number, number]])[] = [
	[15, [226, 236, 245]],
	[40, [245, 222, 170]],
	[60, [232, 160, 92]],
	[75, [196, 80, 48]],
	[95, [110, 24, 30]],
];

function colourOf(celsius: number): string {
	const at = STOPS.findIndex(([stop]) => stop >= celsius);
	const [high, low] = [
		STOPS[at < 0 ? STOPS.length - 1 : at],
		STOPS[Math.max(at < 0 ? STOPS.length - 1 : at - 1, 0)],
	];
	if (!high || !low || high === low) return `rgb(${(high ?? low)?.[1].join(" ")})`;
	const share = (celsius - low[0]) / (high[0] - low[0]);
	return `rgb(${low[1].map((value, i) => Math.round(value + share * ((high[1][i] ?? 0) - value))).join(" ")})`;
}

/** The section halfway along, hour by hour: how warm it is, where it has come to gel, what lies cold in it. */
export function GelFilm({ film }: { film: Film }) {
	const { units } = useUnits();
	const hottest = film.frames.map((frame) => Math.max(...frame.flat()));
	const [at, setAt] = useState(() => hottest.indexOf(Math.max(...hottest)));
	const shown = Math.min(at, film.frames.length - 1);
	const frame = film.frames[shown] ?? [];
	const [wide, high] = film.size_mm;
	const rows = frame.length;
	const columns = frame[0]?.length ?? 1;
	const cell = WIDE / columns;
	const tall = (WIDE * (high ?? 1)) / (wide ?? 1);
	const hours = counted(String(film.hours[shown] ?? 0));
	const warmest = temperatureText(hottest[shown] ?? 0, units);
	return (
		<figure className="w-[min(300px,100%)]">
			<svg
				viewBox={`0 0 ${WIDE} ${tall}`}
				role="img"
				aria-label={`After ${hours} h the warmest place is at ${warmest}`}
				className="block w-full rounded border border-line"
			>
				{frame.map((row, z) =>
					row.map((celsius, x) => (
						<rect
							// biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place.
							key={`${x} ${z}`}
							x={x * cell}
							y={(z * tall) / rows}
							width={cell + 0.5}
							height={tall / rows + 0.5}
							fill={colourOf(celsius)}
						/>
					)),
				)}
				{frame.map((row, z) =>
					row.map((celsius, x) =>
						film.pieces[z]?.[x] ? (
							<rect
								// biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place.
								key={`${x} ${z}`}
								x={x * cell}
								y={(z * tall) / rows}
								width={cell}
								height={tall / rows}
								fill="none"
								stroke="var(--color-ink)"
								strokeOpacity=".35"
							/>
						) : celsius >= film.gel_at_c ? (
							<circle
								// biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place.
								key={`${x} ${z}`}
								cx={(x + 0.5) * cell}
								cy={((z + 0.5) * tall) / rows}
								r={1.6}
								fill="#fff"
							/>
						) : null,
					),
				)}
			</svg>
			<figcaption className="mt-2 text-sm">
				<SliderField
					label="Hours after the pour"
					says={`after ${hours} h: warmest ${warmest}`}
					value={shown}
					most={film.frames.length - 1}
					onChange={setAt}
				/>
				<span className="text-soft text-xs">Dots: gelled there. Squares: pieces of finished soap.</span>
			</figcaption>
		</figure>
	);
}
