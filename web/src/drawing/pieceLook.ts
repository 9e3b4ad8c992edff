import type { Piece } from "../api/types";

export interface PieceLook {
	readonly outline: readonly (readonly number[])[];
	readonly holes?: readonly (readonly (readonly number[])[])[];
	readonly colour: string;
}

/** An embed as it is drawn in a face: itself, then the figure inside it. */
export function pieceLooks(piece: Piece, colour: (id: string) => string): PieceLook[] {
	const { figure } = piece;
	const own = { outline: piece.outline, holes: piece.holes, colour: colour(piece.colour) };
	return figure
		? [own, { outline: figure.outline, holes: figure.holes, colour: colour(figure.colour) }]
		: [own];
}
