import type { ClockFace } from "../../api/types";

export interface ChartBox {
	readonly left: number;
	readonly right: number;
	readonly top: number;
	readonly bottom: number;
}

export interface ChartScale {
	readonly x: (minute: number) => number;
	readonly y: (pa: number) => number;
	readonly endMinute: number;
	readonly lowPa: number;
	readonly highPa: number;
}

const [LEAST_PA, MOST_PA] = [0.3, 3000];

/** Minutes across, yield stress upwards by factors; everything that is told lies inside. */
export function chartScale(face: ClockFace, box: ChartBox): ChartScale {
	const told = [
		...face.readings.flatMap((point) => [point.low, point.high]),
		...face.windows.flatMap(({ limit }) => [limit.least_pa, limit.most_pa ?? 0]),
		face.pa.value,
	].filter((pa) => pa > LEAST_PA);
	const lowPa = Math.max(LEAST_PA, Math.min(1, ...told) / 1.5);
	const highPa = Math.min(MOST_PA, Math.max(150, ...told) * 1.6);
	const endMinute = face.curve.at(-1)?.minute ?? 60;
	const span = Math.log(highPa / lowPa);
	return {
		x: (minute) => box.left + (minute / endMinute) * (box.right - box.left),
		y: (pa) => {
			const share = Math.log(Math.max(pa, 1e-6) / lowPa) / span;
			return box.bottom - share * (box.bottom - box.top);
		},
		endMinute,
		lowPa,
		highPa,
	};
}

/** A path along points, and back along others: the band. */
export function bandPath(
	points: readonly { minute: number; low: number; high: number }[],
	scale: ChartScale,
): string {
	const at = (minute: number, pa: number) => `${scale.x(minute).toFixed(1)} ${scale.y(pa).toFixed(1)}`;
	const up = points.map((point) => at(point.minute, point.high));
	const down = [...points].reverse().map((point) => at(point.minute, point.low));
	return `M${[...up, ...down].join("L")}Z`;
}

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
