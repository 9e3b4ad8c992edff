/** Small pieces in a pour, as a face may show them: so many, so large, in that colour. */
export interface Specks {
	readonly srgb: string;
	readonly size: number;
	readonly count: number;
}

/** Small pieces pressed into the top; ``sunk`` of each [0 to 1] is under the level. */
export interface Pressed extends Specks {
	readonly sunk: number;
}

export interface Speck {
	readonly x: number;
	readonly z: number;
}

/** The n-th number of van der Corput's sequence in a base: evenly spread, the same every time. */
function spread(n: number, base: number): number {
	let value = 0;
	let part = 1 / base;
	for (let left = n; left > 0; left = Math.floor(left / base)) {
		value += (left % base) * part;
		part /= base;
	}
	return value;
}

/**
 * Places [mm] for ``count`` specks of ``size`` between two heights and two walls. They show that pieces are there and
 * how many a face may cut, not where each will lie.
 */
export function speckPlaces(
	count: number,
	size: number,
	half: number,
	low: number,
	high: number,
	first: number,
): Speck[] {
	const [width, height] = [Math.max(0, 2 * half - size), Math.max(0, high - low - size)];
	return Array.from({ length: count }, (_, i) => ({
		x: -half + size / 2 + spread(first + i + 1, 2) * width,
		z: Math.min(low + size / 2 + spread(first + i + 1, 3) * height, high),
	}));
}
