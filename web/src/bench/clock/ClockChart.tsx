import type { ClockFace } from "../../api/types";
import { useWidth } from "../../drawing/useSize";
import type { Tone } from "../tone";
import { bandPath, chartScale, spreadLabels } from "./chartLook";

const HEIGHT_PX = 330;
const LABELS_PX = 250;
/** Narrower, there is no room for labels beside the curve: they stand on it. */
const NARROW_PX = 520;
const PAINT = {
	dark: {
		room: "#101b2c",
		ink: "#ffffff",
		soft: "#9fb2c9",
		band: "#6f9bd8",
		line: "#f3d9a0",
		now: "#ffffff",
		bar: "#6fbf97",
	},
	light: {
		room: "var(--color-enamel)",
		ink: "var(--color-ink)",
		soft: "var(--color-soft)",
		band: "var(--color-rim)",
		line: "var(--color-brass)",
		now: "var(--color-ink)",
		bar: "var(--color-set)",
	},
} as const;

/** Readings, the fitted curve with its band, what each thickness allows, and now. */
export function ClockChart({ face, tone }: { face: ClockFace; tone: Tone }) {
	const [ref, width] = useWidth<HTMLDivElement>();
	const paint = PAINT[tone];
	const narrow = width < NARROW_PX;
	const box = { left: 46, right: narrow ? width - 14 : width - LABELS_PX, top: 14, bottom: HEIGHT_PX - 46 };
	const scale = chartScale(face, box);
	const lines = face.windows.filter(({ limit }) => limit.least_pa > 0.5);
	const labels = spreadLabels(
		lines.map(({ limit }) => scale.y(limit.least_pa)),
		21,
		box.bottom,
	);
	return (
		<div ref={ref}>
			<svg
				width="100%"
				height={HEIGHT_PX}
				role="img"
				aria-label={`Thickness over time: ${face.says}`}
				className="block"
			>
				{scale.decades.map((pa) => (
					<g key={pa}>
						<path d={`M${box.left} ${scale.y(pa)}H${box.right}`} stroke={paint.soft} strokeOpacity=".3" />
						<text x={box.left - 6} y={scale.y(pa) + 5} fontSize="14" textAnchor="end" fill={paint.soft}>
							{pa}
						</text>
					</g>
				))}
				<text x={4} y={12} fontSize="13" fill={paint.soft}>
					Pa
				</text>
				{scale.minutes.map((minute) => (
					<text
						key={minute}
						x={scale.x(minute)}
						y={box.bottom + 20}
						fontSize="15"
						textAnchor="middle"
						fill={paint.soft}
					>
						{minute}
					</text>
				))}
				<text x={box.right} y={box.bottom + 40} fontSize="14" textAnchor="end" fill={paint.soft}>
					minutes since mixing
				</text>
				<clipPath id="clock-inside">
					<rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} />
				</clipPath>
				<g clipPath="url(#clock-inside)">
					<path d={bandPath(face.curve, scale)} fill={paint.band} fillOpacity=".32" />
					<polyline
						points={face.curve.map((point) => `${scale.x(point.minute)},${scale.y(point.pa)}`).join(" ")}
						fill="none"
						stroke={paint.band}
						strokeWidth="4"
					/>
				</g>
				{lines.map(({ limit }, i) => (
					<g key={limit.key}>
						<path
							d={`M${box.left} ${scale.y(limit.least_pa)}H${box.right}${narrow ? "" : `L${box.right + 14} ${labels[i]}`}`}
							fill="none"
							stroke={paint.line}
							strokeWidth="2"
							strokeDasharray="7 4"
						/>
						<text
							x={narrow ? box.right : box.right + 18}
							y={(labels[i] ?? 0) + (narrow ? -5 : 5)}
							textAnchor={narrow ? "end" : "start"}
							fontSize="16"
							fontWeight="650"
							fill={paint.ink}
							stroke={narrow ? paint.room : "none"}
							strokeWidth="4"
							paintOrder="stroke"
						>
							{shorten(limit.what)}
						</text>
					</g>
				))}
				{face.readings.map((point) => (
					<g key={`${point.minute} ${point.pa}`} data-reading stroke={paint.ink} strokeWidth="2.5">
						<path d={`M${scale.x(point.minute)} ${scale.y(point.low)}V${scale.y(point.high)}`} />
						<circle cx={scale.x(point.minute)} cy={scale.y(point.pa)} r="6" fill={paint.bar} />
					</g>
				))}
				<path d={`M${scale.x(face.now)} ${box.top - 8}V${box.bottom}`} stroke={paint.now} strokeWidth="3" />
				<text x={scale.x(face.now) + 6} y={box.top + 4} fontSize="16" fontWeight="800" fill={paint.now}>
					now
				</text>
			</svg>
		</div>
	);
}

const shorten = (text: string) => (text.length > 27 ? `${text.slice(0, 26)}…` : text);
