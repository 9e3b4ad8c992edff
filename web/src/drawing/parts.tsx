import type { Units } from "../ui/units";
import { wallAt } from "./face";
import { polygonPoints, rulerTicks, type Scale } from "./scale";

/** Patterns every drawing of a loaf uses; ``id`` keeps several drawings on a page apart. */
export function Materials({ id }: { id: string }) {
	return (
		<>
			<pattern id={`${id}-wood`} width="46" height="9" patternUnits="userSpaceOnUse">
				<rect width="46" height="9" fill="#d9b98a" />
				<path d="M0 2c9 2 20-1 46 .6M0 6.4c14-2 27 2 46 0" stroke="#a9834f" strokeWidth=".8" fill="none" />
			</pattern>
			<pattern id={`${id}-silicone`} width="6" height="6" patternUnits="userSpaceOnUse">
				<rect width="6" height="6" fill="#b9c9d6" />
				<path d="M0 6 6 0" stroke="#8ea6b8" strokeWidth=".8" />
			</pattern>
		</>
	);
}

export const WALL_MM = 8;

/** The mould in section: its walls, and what is free inside; needs the materials of that id. */
export function MouldSection({
	id,
	material,
	outline,
	scale,
}: {
	id: string;
	material: string;
	outline: readonly (readonly number[])[];
	scale: Scale;
}) {
	const height = Math.max(...outline.map(([, z = 0]) => z));
	const [floor, rim] = [wallAt(outline, 0), wallAt(outline, height)];
	const walls: [number, number][] = [
		[-floor - WALL_MM, -WALL_MM],
		[floor + WALL_MM, -WALL_MM],
		[rim + WALL_MM, height],
		[-rim - WALL_MM, height],
	];
	return (
		<>
			<polygon
				points={polygonPoints(walls, scale)}
				fill={`url(#${id}-${material === "silicone" ? "silicone" : "wood"})`}
				stroke="#6b5330"
			/>
			<polygon points={polygonPoints(outline, scale)} fill="#f4f2ec" />
		</>
	);
}

/**
 * Colours poured together: wavy bands as thick as their shares. It shows how much of each there is, not the pattern
 * they will make.
 */
export function TogetherPattern({
	id,
	colours,
	tile = 34,
}: {
	id: string;
	colours: readonly { srgb: string; percent: number }[];
	tile?: number;
}) {
	let from = 0;
	const bands = colours.map((colour) => {
		const band = { ...colour, from, thick: (colour.percent / 100) * tile };
		from += band.thick;
		return band;
	});
	const wave = (y: number) => `M0 ${y}q${tile / 2}-7 ${tile} 0t${tile} 0`;
	return (
		<pattern
			id={id}
			width={tile * 2}
			height={tile}
			patternUnits="userSpaceOnUse"
			patternTransform="rotate(-7)"
		>
			<rect width={tile * 2} height={tile} fill={colours[0]?.srgb ?? "#ffffff"} />
			{bands.slice(1).map((band) => (
				<path
					key={`${band.srgb} ${band.from}`}
					d={`${wave(band.from)}v${band.thick}q${-tile / 2}-7 ${-tile} 0t${-tile} 0z`}
					fill={band.srgb}
				/>
			))}
		</pattern>
	);
}

interface RulerProps {
	scale: Scale;
	from: number;
	to: number;
	units: Units;
	at: number;
	/** Adds to the label: a ruler that starts in the middle still counts from the wall. */
	zero?: number;
}

const INK = "var(--color-soft)";

export function RulerAcross({ scale, from, to, units, at, zero = 0 }: RulerProps) {
	return (
		<g aria-hidden fontSize="10" fill={INK} stroke={INK} strokeWidth="1">
			<path d={`M${scale.x(from)} ${at}H${scale.x(to)}`} />
			{rulerTicks(0, to - from, units, scale.pxPerMm).map((tick) => {
				const x = scale.x(from + tick.mm + zero);
				return (
					<g key={tick.mm}>
						<path d={`M${x} ${at}v${tick.label ? 6 : 3}`} />
						{tick.label && (
							<text x={x} y={at + 16} textAnchor="middle" stroke="none">
								{tick.label}
							</text>
						)}
					</g>
				);
			})}
		</g>
	);
}

export function RulerUp({ scale, from, to, units, at }: RulerProps) {
	return (
		<g aria-hidden fontSize="10" fill={INK} stroke={INK} strokeWidth="1">
			<path d={`M${at} ${scale.y(from)}V${scale.y(to)}`} />
			{rulerTicks(from, to, units, scale.pxPerMm).map((tick) => (
				<g key={tick.mm}>
					<path d={`M${at} ${scale.y(tick.mm)}h${tick.label ? -6 : -3}`} />
					{tick.label && (
						<text x={at - 9} y={scale.y(tick.mm) + 3.5} textAnchor="end" stroke="none">
							{tick.label}
						</text>
					)}
				</g>
			))}
		</g>
	);
}
