import { useId } from "react";
import { edgeOf } from "./edge";
import { FaceBody } from "./FaceBody";
import { type FaceLook, topHeight, wallAt } from "./face";
import { outlinePath } from "./outlinePath";
import type { PieceLook } from "./pieceLook";
import { fitScale, type Scale } from "./scale";

interface Props {
	look: FaceLook;
	pieces: readonly PieceLook[];
	width: number;
	height: number;
	label: string;
}

/** A small picture of a face; it stands on its foot. */
export function FacePicture({ look, pieces, width, height, label }: Props) {
	const id = useId();
	const half = Math.max(wallAt(look.outline, 0), wallAt(look.outline, look.level));
	const scale = fitScale(
		{ left: -half, right: half, bottom: 0, top: look.level + topHeight(look.top) },
		width,
		height,
		{ left: 3, right: 3, top: 3, bottom: 3 },
	);
	return (
		<svg
			viewBox={`0 0 ${width} ${height}`}
			width={width}
			height={height}
			role="img"
			aria-label={label}
			className="block max-w-full"
		>
			<FaceBody id={id} look={look} scale={scale} />
			<FacePieces pieces={pieces} scale={scale} />
		</svg>
	);
}

/** Embeds and their figures where a face shows them. */
export const FacePieces = ({ pieces, scale }: { pieces: readonly PieceLook[]; scale: Scale }) =>
	pieces.map((piece) => (
		<path
			key={`${piece.colour} ${piece.outline[0]}`}
			d={outlinePath(piece.outline, piece.holes ?? [], scale)}
			fillRule="evenodd"
			fill={piece.colour}
			stroke={edgeOf(piece.colour)}
			strokeOpacity=".6"
		/>
	));
