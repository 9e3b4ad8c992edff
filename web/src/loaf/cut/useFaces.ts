import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { drawFaces } from "../../api/queries";
import type { CutFacePicture, Faces, Loaf } from "../../api/types";
import type { FaceLook } from "../../drawing/face";
import type { Paint } from "../../drawing/paint";

/** How fine a face is drawn while it is worked at, and when it rests [mm]. */
const COARSE_MM = 0.8;
const SHARP_MM = 0.25;

export interface Outcome {
	readonly seed: number;
	readonly laterMin: number;
	readonly back: boolean;
}

export interface DrawnFaces {
	readonly of: (bar: number) => CutFacePicture | undefined;
	readonly expected: Faces["expected_pa"];
	readonly remarks: Faces["remarks"];
	/** What of this studio's own bars goes into them. */
	readonly learned: Faces["learned"];
	readonly sharp: boolean;
}

/** A picture as the drawing of a face wants it. */
export const pictureOf = (face: CutFacePicture, paint: Paint): NonNullable<FaceLook["picture"]> => ({
	png: face.png,
	left: face.left_mm,
	wide: face.wide_mm,
	top: face.top_mm,
	pieces: face.pieces.map((piece) => ({ ...piece, bands: paint.pieceBands(piece.pieces) })),
});

/** The face halfway along the loaf is no bar's. */
export const HALFWAY = 0;

/** Pictures of a planned loaf's faces: coarse ones at once, sharp ones as soon as they are there. */
export function useFaces(
	document: Loaf,
	loaf: string,
	outcome: Outcome,
	bars: number[] | null = null,
): DrawnFaces {
	const { seed, laterMin, back } = outcome;
	const asked = (px_mm: number) => ({
		queryKey: ["faces", loaf, document, seed, laterMin, back, bars, px_mm],
		queryFn: () => drawFaces({ document, loaf, px_mm, seed, later_min: laterMin, back, bars }),
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 60_000,
	});
	const coarse = useQuery(asked(COARSE_MM));
	const fine = useQuery({ ...asked(SHARP_MM), enabled: coarse.isSuccess && !coarse.isPlaceholderData });
	const sharp = fine.isSuccess && !fine.isPlaceholderData;
	const shown = sharp ? fine.data : coarse.data;
	return {
		of: (bar) => shown?.faces.find((face) => face.bar === bar),
		expected: shown?.expected_pa ?? {},
		remarks: shown?.remarks ?? [],
		learned: shown?.learned ?? [],
		sharp,
	};
}
