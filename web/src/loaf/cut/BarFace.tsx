import type { Bar, CutFacePicture, Loaf, LoafPlan } from "../../api/types";
import { FacePicture } from "../../drawing/FacePicture";
import type { FaceLook } from "../../drawing/face";
import { lookOf, paintOf } from "../../drawing/paint";
import { type PieceLook, pieceLooks } from "../../drawing/pieceLook";
import { pictureOf } from "./useFaces";

/** How a bar's face looks: its top, its embeds, and the picture of its batter, once that is drawn. */
export function barLook(
	document: Loaf,
	plan: LoafPlan,
	bar: Bar,
	face: CutFacePicture | undefined,
): { look: FaceLook; pieces: PieceLook[] } {
	const paint = paintOf(document, plan);
	const look = {
		...lookOf(paint, plan, bar.mould, plan.top.faces[bar.number - 1]),
		...(face && { picture: pictureOf(face, paint) }),
	};
	const pieces = plan.embeds
		.filter((piece) => bar.shows.includes(piece.id))
		.flatMap((piece) => pieceLooks(piece, paint.colour, face !== undefined));
	return { look, pieces };
}

interface Props {
	document: Loaf;
	plan: LoafPlan;
	bar: Bar;
	face: CutFacePicture | undefined;
	/** What tells it from the other faces of the same number. */
	of?: string;
}

/** A bar's face, small. */
export function BarFace({ document, plan, bar, face, of = "" }: Props) {
	const shows = bar.shows.map((id) => plan.embeds.find((piece) => piece.id === id)?.name).join(", ");
	return (
		<FacePicture
			{...barLook(document, plan, bar, face)}
			width={192}
			height={172}
			label={`Face of bar ${bar.number}${of}: ${shows || "no piece"}`}
		/>
	);
}
