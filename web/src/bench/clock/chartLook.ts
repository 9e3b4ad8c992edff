import { scaleLinear, scaleLog } from "d3-scale";
import { area } from "d3-shape";
import type { ClockFace } from "../../api/types";

export interface ChartBox {
	readonly left: number;
	readonly right: number;
	readonly top: number;
	readonly bottom: number;
}

const [LEAST_PA, MOST_PA] = [0.3, 3000];
// Room for a number and some air.
const MINUTES_PX = 48;

export type ChartScale = ReturnType<typeof chartScale>;

/** Minutes across, yield stress upwards by factors; everything that is told lies inside. */
export function chartScale(face: ClockFace, box: ChartBox) {
	const told = [
		...face.readings.flatMap((point) => [point.low, point.high]),
		...face.windows.flatMap(({ limit }) => [limit.least_pa, limit.most_pa ?? 0]),
		face.pa.value,
	].filter((pa) => pa > LEAST_PA);
	const lowPa = Math.max(LEAST_PA, Math.min(1, ...told) / 1.5);
	const highPa = Math.min(MOST_PA, Math.max(150, ...told) * 1.6);
	const x = scaleLinear([0, face.curve.at(-1)?.minute ?? 60], [box.left, box.right]);
	const log = scaleLog([lowPa, highPa], [box.bottom, box.top]);
	return {
		x,
		y: (pa: number) => log(Math.max(pa, 1e-6)),
		minutes: x.ticks((box.right - box.left) / MINUTES_PX),
		/** One and three of each ten. */
		decades: log.ticks().filter((pa) => "13".includes(pa.toExponential().charAt(0))),
	};
}

/** The band between the least and the most of each minute, as a path. */
export const bandPath = (
	points: readonly { minute: number; low: number; high: number }[],
	{ x, y }: ChartScale,
): string =>
	area<(typeof points)[number]>(
		({ minute }) => x(minute),
		({ low }) => y(low),
		({ high }) => y(high),
	)(points) ?? "";

/** Labels pushed apart so that none lies on its neighbour; in the order given, from the top. */
export function spreadLabels(wished: readonly number[], gap: number, bottom: number): number[] {
	const order = wished.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
	let last = Number.NEGATIVE_INFINITY;
	for (const item of order) {
		item.y = Math.max(item.y, last + gap);
		last = item.y;
	}
	// What was pushed over the foot is taken back up.
	let next = bottom + gap;
	for (const item of [...order].reverse()) {
		item.y = Math.min(item.y, next - gap);
		next = item.y;
	}
	const placed = new Array<number>(wished.length).fill(0);
	for (const { y, i } of order) placed[i] = y;
	return placed;
}
