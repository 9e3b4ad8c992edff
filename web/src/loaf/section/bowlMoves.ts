import type { ColourShare, Loaf, LoafPlan } from "../../api/types";
import { balanced } from "../../ui/balanced";
import type { ColumnPour } from "../drawers/PouredFields";
import { castingsOf, castTogether } from "../pots/together";

export type Vessel = LoafPlan["vessels"][number];

/** A bowl of a pot, by its colour. */
export interface Bowl {
	readonly pot: string;
	readonly colour: string;
}

/** What is cast for the figure inside a column is named after that. */
const isFigureOf = (vessel: Vessel, embed: Loaf["embeds"][number]) => vessel.item === `${embed.id}-figure`;

/** Whether a bowl may go into a vessel that it is not in yet: into columns, pieces and moulds of the loaf's own pot. */
export function mayGoInto(loaf: Loaf, vessel: Vessel, bowl: Bowl): boolean {
	if (vessel.colours.some((share) => share.colour === bowl.colour)) return false;
	const own = bowl.pot === "loaf" || vessel.pot === bowl.pot;
	return (
		loaf.embeds.some(
			(embed) => embed.casting && (embed.id === vessel.item || (embed.figure && isFigureOf(vessel, embed))),
		) ||
		(loaf.pieces ?? []).some((piece) => piece.id === vessel.item) ||
		(own && (loaf.also_filled ?? []).some((also) => also.id === vessel.item))
	);
}

/** With one more colour: each of the others gives of its share. */
const withMore = (shares: readonly ColourShare[], colour: string): ColourShare[] => {
	const percent = 100 / (shares.length + 1);
	const grown = [...shares, { colour, percent }];
	const percents = balanced(
		grown.map((share) => share.percent),
		grown.length - 1,
	);
	return grown.map((share, i) => ({ ...share, percent: percents[i] ?? share.percent }));
};

/** A column or pieces filled from one bowl alone, or from that besides what fills them. */
function pouredFrom<T extends Pick<Loaf["embeds"][number], "colour" | "poured">>(
	thing: T,
	colour: string,
	besides: ColumnPour | null,
): T {
	if (!besides) return { ...thing, colour, poured: null };
	const before = thing.poured?.colours ?? [{ colour: thing.colour, percent: 100 }];
	return { ...thing, poured: { way: besides, ...thing.poured, colours: withMore(before, colour) } };
}

/**
 * A vessel filled from a bowl: from that alone, or from that besides what fills it already.
 *
 * What is cast is then mixed in the bowl's own pot, where both are cast beforehand and of one formula.
 */
export function fillFrom(
	plan: Pick<LoafPlan, "pots">,
	vessel: Vessel,
	bowl: Bowl,
	/** How a column is poured of several colours; ``null``: it is filled from this bowl alone. */
	besides: ColumnPour | null,
) {
	return (loaf: Loaf): Loaf => {
		const { colour } = bowl;
		const filled: Loaf = {
			...loaf,
			embeds: loaf.embeds.map((embed) => {
				if (embed.figure && isFigureOf(vessel, embed))
					return { ...embed, figure: { ...embed.figure, colour } };
				return embed.id === vessel.item ? pouredFrom(embed, colour, besides) : embed;
			}),
			pieces: (loaf.pieces ?? []).map((piece) =>
				piece.id === vessel.item ? pouredFrom(piece, colour, vessel.several ? besides : null) : piece,
			),
			also_filled: (loaf.also_filled ?? []).map((also) =>
				also.id === vessel.item
					? { ...also, colours: besides ? withMore(also.colours, colour) : [{ colour, percent: 100 }] }
					: also,
			),
		};
		const castings = castingsOf(plan);
		const mine = castings.find((casting) => casting.id === `cast-${vessel.item}`);
		const theirs = castings.find((casting) => casting.pot === bowl.pot);
		const apart = mine && theirs && mine.pot !== theirs.pot && mine.formula === theirs.formula;
		return apart ? castTogether(castings, [theirs.id, mine.id])(filled) : filled;
	};
}
