import { useId } from "react";
import type { TopRun } from "../../api/types";
import { motifPatches, type Patch } from "./motifLook";

interface Props {
	run: TopRun;
	/** Colours side by side in the bag. */
	srgb: readonly string[];
	/** Where along and across the loaf is drawn, and how large. */
	x: (along: number) => number;
	y: (across: number) => number;
	pxPerMm: number;
}

/** Every motif of a run from above, front to back, each drawn once and used again. */
export function TopMotifs({ run, srgb, x, y, pxPerMm }: Props) {
	const id = useId();
	const patches = motifPatches(run.kind, run.motif.long_mm, run.motif.wide_mm);
	return (
		<g data-run={run.id}>
			<defs>
				<g id={id}>
					{patches.map((patch, i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: patches of a motif are told apart by their place alone.
						<path key={i} d={patch.d} {...painted(patch, srgb)} />
					))}
				</g>
			</defs>
			{run.spots.map((spot) => (
				<use
					key={`${spot.x} ${spot.y} ${spot.turn_deg}`}
					href={`#${id}`}
					transform={`translate(${x(spot.y)} ${y(spot.x)}) scale(${pxPerMm}) rotate(${spot.turn_deg})`}
				/>
			))}
		</g>
	);
}

function painted(patch: Patch, srgb: readonly string[]) {
	const colour = srgb[(patch.colour ?? 0) % srgb.length] ?? "#cccccc";
	switch (patch.tone) {
		case "body":
			return { fill: colour, stroke: "#14263f", strokeOpacity: 0.6, strokeWidth: 0.3 };
		case "bead":
			return { fill: "none", stroke: colour, strokeWidth: patch.width, strokeLinecap: "round" as const };
		case "light":
			return patch.width
				? {
						fill: "none",
						stroke: "#ffffff",
						strokeOpacity: 0.5,
						strokeWidth: patch.width,
						strokeLinecap: "round" as const,
					}
				: { fill: "#ffffff", fillOpacity: 0.45 };
		case "shade":
			return patch.width
				? { fill: "none", stroke: "#14263f", strokeOpacity: 0.4, strokeWidth: patch.width }
				: { fill: "#14263f", fillOpacity: 0.25 };
	}
}
