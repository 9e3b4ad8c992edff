import { range } from "d3-array";
import type { Units } from "../ui/units";

export interface Box {
	readonly left: number;
	readonly right: number;
	readonly bottom: number;
	readonly top: number;
}

export interface Margins {
	readonly left: number;
	readonly right: number;
	readonly bottom: number;
	readonly top: number;
}

/** From millimetres to pixels, the same scale both ways; up is up. */
export interface Scale {
	readonly pxPerMm: number;
	readonly x: (mm: number) => number;
	readonly y: (mm: number) => number;
}

/** The largest true scale at which ``box`` [mm] fits into the picture [px] less its margins, centred. */
export function fitScale(box: Box, widthPx: number, heightPx: number, margins: Margins): Scale {
	const roomX = Math.max(widthPx - margins.left - margins.right, 1);
	const roomY = Math.max(heightPx - margins.top - margins.bottom, 1);
	const pxPerMm = Math.min(roomX / (box.right - box.left), roomY / (box.top - box.bottom));
	const left = margins.left + (roomX - pxPerMm * (box.right - box.left)) / 2;
	const foot = heightPx - margins.bottom - (roomY - pxPerMm * (box.top - box.bottom)) / 2;
	return {
		pxPerMm,
		x: (mm) => left + (mm - box.left) * pxPerMm,
		y: (mm) => foot - (mm - box.bottom) * pxPerMm,
	};
}

export interface Tick {
	readonly mm: number;
	readonly label: string | null;
}

const MM_PER_INCH = 25.4;

// Three digits and some air.
const LABEL_PX = 26;

/**
 * Marks of a ruler from ``from`` to ``to`` [mm]: centimetres with halves, or inches with quarters. Labels are left
 * out where they would touch.
 */
export function rulerTicks(from: number, to: number, units: Units, pxPerMm: number): Tick[] {
	const major = units === "metric" ? 10 : MM_PER_INCH;
	const parts = units === "metric" ? 2 : 4;
	const step = major / parts;
	const every = [1, 2, 5, 10, 20].find((n) => n * major * pxPerMm >= LABEL_PX) ?? 50;
	return range(Math.ceil(from / step - 1e-9), Math.floor(to / step + 1e-9) + 1).map((i) => {
		const number = units === "metric" ? i * step : i / parts;
		return { mm: i * step, label: i % (parts * every) === 0 ? String(Math.round(number)) : null };
	});
}

export type Corner = readonly [number, number];

/** The ``points`` attribute of a polygon, moved by (dx, dz) [mm]. */
export function polygonPoints(corners: readonly (readonly number[])[], scale: Scale, dx = 0, dz = 0): string {
	return corners
		.map(([x = 0, z = 0]) => `${scale.x(x + dx).toFixed(2)},${scale.y(z + dz).toFixed(2)}`)
		.join(" ");
}

/** Where a press on a drawing of that size lies, in the drawing's own millimetres. */
export function pressedAt(
	event: { clientX: number; clientY: number },
	drawing: SVGSVGElement,
	scale: Scale,
): { x: number; z: number } {
	const drawn = drawing.getBoundingClientRect();
	const { width, height } = drawing.viewBox.baseVal;
	const x = ((event.clientX - drawn.left) / drawn.width) * width;
	const y = ((event.clientY - drawn.top) / drawn.height) * height;
	return { x: (x - scale.x(0)) / scale.pxPerMm, z: (scale.y(0) - y) / scale.pxPerMm };
}
