import type { Preview } from "../api/types";
import { FacePicture } from "../drawing/FacePicture";
import { previewLook } from "./previewLook";

interface Props {
	preview: Preview;
	wide: number;
	high: number;
	label: string;
}

/** A loaf's face as lists keep it, drawn. */
export default function DrawnFace({ preview, wide, high, label }: Props) {
	return (
		<FacePicture
			look={previewLook(preview)}
			pieces={preview.pieces}
			width={wide}
			height={high}
			label={label}
		/>
	);
}
