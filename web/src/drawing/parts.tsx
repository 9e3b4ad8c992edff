import type { Units } from "../ui/units";
import { rulerTicks, type Scale } from "./scale";

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

const INK = "#47586b";

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
