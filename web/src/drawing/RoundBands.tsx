import type { RoundBand } from "./face";
import { outlinePath } from "./outlinePath";

interface Props {
	bands: readonly RoundBand[];
	cx: number;
	cy: number;
	/** Half as wide and half as high as it is drawn [px]. */
	rx: number;
	ry: number;
	turnDeg?: number;
}

/** The colours of a round thing that was poured in several, over what is drawn of it in one. */
export function RoundBands({ bands, cx, cy, rx, ry, turnDeg = 0 }: Props) {
	if (bands.length === 0) return null;
	return (
		<g aria-hidden data-round-bands transform={`translate(${cx} ${cy}) rotate(${turnDeg})`}>
			{bands.map(({ srgb, parts }) => (
				<path
					key={srgb}
					d={parts
						.map(({ outline, holes }) =>
							outlinePath(outline, holes, { x: (x) => x * rx, y: (z) => -z * ry, pxPerMm: rx }),
						)
						.join("")}
					fill={srgb}
					fillRule="evenodd"
				/>
			))}
		</g>
	);
}
