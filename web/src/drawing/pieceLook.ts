import type { Piece } from "../api/types";

export interface PieceLook {
	readonly outline: readonly (readonly number[])[];
	readonly holes?: readonly (readonly (readonly number[])[])[];
	readonly colour: string;
}

/**
 * An embed as it is drawn in a face: itself, the bands of its colours where it has several, then the figure inside it.
 * Where its face is a picture already, only its edge is drawn.
 */
export function pieceLooks(piece: Piece, colour: (id: string) => string, pictured = false): PieceLook[] {
	const { figure, bands } = piece;
	const shown = bands.length > 0 && pictured ? "none" : colour(bands[0]?.colour ?? piece.colour);
	const own = { outline: piece.outline, holes: piece.holes, colour: shown };
	const poured = pictured ? [] : bandLooks(piece, colour);
	const inner = figure
		? [{ outline: figure.outline, holes: figure.holes, colour: colour(figure.colour) }]
		: [];
	return [own, ...poured, ...inner];
}

/** What shows of each colour of a column, as outlines with their holes. */
export const bandLooks = ({ bands }: Piece, colour: (id: string) => string): PieceLook[] =>
	bands.flatMap((band) =>
		band.parts.map(({ outline, holes }) => ({ outline, holes, colour: colour(band.colour) })),
	);
