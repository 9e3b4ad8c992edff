import { useId } from "react";
import type { MotifKind, TopRun } from "../../api/types";
import { motifPatches, type Patch } from "./motifLook";

interface Props {
	run: TopRun;
	/** Bags that take turns, each with its colours side by side. */
	bags: readonly (readonly string[])[];
	/** Where along and across the loaf is drawn, and how large. */
	x: (along: number) => number;
	y: (across: number) => number;
	pxPerMm: number;
}

/** Every motif of a run from above, front to back, each drawn once and used again. */
export function TopMotifs({ run, bags, x, y, pxPerMm }: Props) {
	const id = useId();
	const patches = motifPatches(run.kind, run.motif.long_mm, run.motif.wide_mm);
	return (
		<g data-run={run.id}>
			<defs>
				{bags.map((srgb, bag) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: a bag is its turn.
					<g key={bag} id={`${id}-${bag}`}>
						<Streaks id={`${id}-${bag}-streaks`} srgb={srgb} wide={run.motif.wide_mm} />
						{patches.map((patch, i) => (
							// biome-ignore lint/suspicious/noArrayIndexKey: patches of a motif are told apart by their place alone.
							<path key={i} d={patch.d} {...painted(patch, srgb, `${id}-${bag}-streaks`)} />
						))}
					</g>
				))}
			</defs>
			{run.spots.map((spot, i) => (
				<use
					// biome-ignore lint/suspicious/noArrayIndexKey: two passes stand at one place.
					key={i}
					href={`#${id}-${i % bags.length}`}
					transform={`translate(${x(spot.y)} ${y(spot.x)}) scale(${pxPerMm}) rotate(${spot.turn_deg})`}
				/>
			))}
		</g>
	);
}

/** Colours side by side in a bag as they come out of the tip: in streaks along the stroke, and a little into each other. */
function Streaks({ id, srgb, wide }: { id: string; srgb: readonly string[]; wide: number }) {
	if (srgb.length < 2) return null;
	// Each colour shows twice over the width: a tip turns them round its middle.
	const bands = [...srgb, ...srgb];
	return (
		<linearGradient id={id} gradientUnits="userSpaceOnUse" x1="0" x2="0" y1={-wide / 2} y2={wide / 2}>
			{bands.flatMap((colour, i) => [
				// biome-ignore lint/suspicious/noArrayIndexKey: a band is its place.
				<stop key={`${i} from`} offset={(i + 0.12) / bands.length} stopColor={colour} />,
				// biome-ignore lint/suspicious/noArrayIndexKey: a band is its place.
				<stop key={`${i} to`} offset={(i + 0.88) / bands.length} stopColor={colour} />,
			])}
		</linearGradient>
	);
}

function painted(patch: Patch, srgb: readonly string[], streaks: string) {
	const own = srgb[(patch.colour ?? 0) % srgb.length] ?? "#cccccc";
	const colour = srgb.length > 1 && patch.colour === undefined ? `url(#${streaks})` : own;
	switch (patch.tone) {
		case "body":
			return { fill: colour, stroke: "var(--color-ink)", strokeOpacity: 0.6, strokeWidth: 0.3 };
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
				? { fill: "none", stroke: "var(--color-ink)", strokeOpacity: 0.4, strokeWidth: patch.width }
				: { fill: "var(--color-ink)", fillOpacity: 0.25 };
	}
}

/** One motif by itself, as a small picture. */
export function MotifPicture({ kind, srgb }: { kind: MotifKind; srgb: readonly string[] }) {
	const id = useId();
	return (
		<svg viewBox="-13 -11 26 22" className="h-9 w-11" aria-hidden>
			<Streaks id={id} srgb={srgb} wide={16} />
			{motifPatches(kind, 20, 16).map((patch, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: patches of a motif are told apart by their place alone.
				<path key={i} d={patch.d} {...painted(patch, srgb, id)} />
			))}
		</svg>
	);
}
