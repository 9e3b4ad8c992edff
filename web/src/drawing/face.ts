import type { HeightLine } from "./heightLine";
import type { Corner } from "./scale";
import type { Pressed, Specks } from "./specks";

/** A colour and its percent. */
export interface Share {
	readonly srgb: string;
	readonly percent: number;
}

/** What stands on a face: a mound of the last pour, a coat of frosting, and what is piped or placed where it is cut. */
export interface TopLook {
	readonly crown: HeightLine;
	readonly coat: { readonly mm: number; readonly shares: readonly Share[] };
	readonly bumps: readonly {
		readonly x: number;
		/** Its foot over the level; where it is not known, it stands on mound and coat. */
		readonly up?: number | null;
		readonly wide: number;
		readonly high: number;
		readonly srgb: string;
		readonly kind: string;
	}[];
}

/** How high it stands over the level [mm]. */
export const topHeight = (top: TopLook | null): number =>
	top ? Math.max(ground(top), ...top.bumps.map((bump) => (bump.up ?? ground(top)) + bump.high)) : 0;

const ground = (top: TopLook): number => Math.max(0, ...top.crown.map(([, high = 0]) => high)) + top.coat.mm;

/** What shows of one colour of a round thing, as a disc of radius one around nothing. */
export interface RoundBand {
	readonly srgb: string;
	readonly parts: readonly {
		outline: readonly (readonly number[])[];
		holes: readonly (readonly (readonly number[])[])[];
	}[];
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
	/** A picture of the poured colours instead of the layers: its address, and where it lies [mm]. */
	readonly picture?: {
		readonly png: string;
		readonly left: number;
		readonly wide: number;
		readonly top: number;
		/** Small pieces where they lie in it. */
		readonly pieces: readonly {
			x: number;
			z: number;
			radius: number;
			srgb: string;
			bands: readonly RoundBand[];
		}[];
	};
	readonly top: TopLook | null;
}

/** Distance [mm] from the centre line to the wall at height ``z``, of a mould of any shape; over the rim, as at the rim. */
export function wallAt(outline: readonly (readonly number[])[], z: number): number {
	const top = Math.max(...outline.map(([, high = 0]) => high));
	const at = Math.min(z, top);
	const across = outline.flatMap(([x0 = 0, z0 = 0], i) => {
		const [x1 = 0, z1 = 0] = outline[(i + 1) % outline.length] ?? [];
		if (Math.min(z0, z1) > at || Math.max(z0, z1) < at) return [];
		return z0 === z1 ? [Math.abs(x0), Math.abs(x1)] : [Math.abs(x0 + ((at - z0) / (z1 - z0)) * (x1 - x0))];
	});
	return Math.max(0, ...across);
}

/** The soap's own edge: the mould's outline cut off at the level. */
export function bodyCorners(outline: readonly (readonly number[])[], level: number): Corner[] {
	return outline.flatMap(([x0 = 0, z0 = 0], i): Corner[] => {
		const [x1 = 0, z1 = 0] = outline[(i + 1) % outline.length] ?? [];
		const crosses = z0 < level !== z1 < level && z0 !== level && z1 !== level;
		const edge: Corner[] = crosses ? [[x0 + ((level - z0) / (z1 - z0)) * (x1 - x0), level]] : [];
		return z0 <= level ? [[x0, z0], ...edge] : edge;
	});
}
