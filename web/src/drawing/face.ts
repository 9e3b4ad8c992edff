import type { Corner } from "./scale";
import type { Pressed, Specks } from "./specks";

/** A colour and its percent. */
export interface Share {
	readonly srgb: string;
	readonly percent: number;
}

export interface FaceLook {
	/** Inside of the mould where the face is cut [mm]. */
	readonly outline: readonly (readonly number[])[];
	readonly level: number;
	readonly layers: readonly {
		low: number;
		high: number;
		shares: readonly Share[];
		specks?: readonly Specks[];
	}[];
	readonly pressed?: readonly Pressed[];
	readonly top: { stands: number; rows: number; shares: readonly Share[] } | null;
}

/** Distance [mm] from the centre line to the wall at height ``z``; the outline is floor left, right, rim right, left. */
export function wallAt(outline: readonly (readonly number[])[], z: number): number {
	const floor = Math.abs(outline[1]?.[0] ?? 0);
	const [rim = floor, height = 1] = outline[2] ?? [];
	return floor + ((rim - floor) * z) / height;
}

/** The soap's own edge: the mould's outline cut off at the level. */
export function bodyCorners(outline: readonly (readonly number[])[], level: number): Corner[] {
	const [floor, top] = [wallAt(outline, 0), wallAt(outline, level)];
	return [
		[-floor, 0],
		[floor, 0],
		[top, level],
		[-top, level],
	];
}
