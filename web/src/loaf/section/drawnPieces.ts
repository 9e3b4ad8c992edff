import type { Embed, Loaf, Piece } from "../../api/types";
import type { LivePlan } from "../editor/useLivePlan";

/** A planned piece, and how far the hand has moved it since it was planned [mm]. */
export interface DrawnPiece {
	readonly piece: Piece;
	readonly embed: Embed;
	readonly across: number;
	readonly along: number;
	readonly up: number;
}

/** The pieces as they are to be drawn: where the plan has them, moved by what the document has changed since. */
export function drawnPieces(document: Loaf, live: LivePlan): DrawnPiece[] {
	return live.plan.embeds.flatMap((piece) => {
		const embed = document.embeds.find((item) => item.id === piece.id);
		const planned = live.of.embeds.find((item) => item.id === piece.id);
		if (!embed || !planned) return [];
		return [
			{
				piece,
				embed,
				across: embed.across_mm - planned.across_mm,
				along: embed.from_mm - planned.from_mm,
				up: embed.up_mm - planned.up_mm,
			},
		];
	});
}
