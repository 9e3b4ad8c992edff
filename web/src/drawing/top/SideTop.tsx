import type { LoafPlan } from "../../api/types";
import type { Share } from "../face";
import { heightAt } from "../heightLine";
import { fillOf } from "../paint";
import type { Scale } from "../scale";
import { sidePath } from "./motifLook";

interface Props {
	top: LoafPlan["top"];
	level: number;
	scale: Scale;
	colour: (id: string) => string;
	pieceColour: (pieces: string) => string;
	embedColour: (embed: string) => string;
	/** What the last pour is made of: the mound is. */
	last: readonly Share[];
	coat: { mm: number; shares: readonly Share[] };
	patternId: string;
}

/** The top seen from the side: mound and coat, every motif and piece where it stands along the loaf. */
export function SideTop({
	top,
	level,
	scale,
	colour,
	pieceColour,
	embedColour,
	last,
	coat,
	patternId,
}: Props) {
	const [front, back] = [top.front_mm, top.back_mm];
	const rise = (y: number) => level + heightAt(top.ridge, y);
	const places = top.ridge.length > 0 ? top.ridge.map(([y = 0]) => y) : [front, back];
	const edge = (over: number) => places.map((y) => `${scale.x(y)},${scale.y(rise(y) + over)}`);
	const foot = `${scale.x(back)},${scale.y(level)} ${scale.x(front)},${scale.y(level)}`;
	const high = top.ridge.length > 0;
	return (
		<g data-testid="side-top">
			{high && <polygon points={`${edge(0).join(" ")} ${foot}`} fill={fillOf(last, `${patternId}-last`)} />}
			{coat.mm > 0 && (
				<polygon
					points={`${edge(coat.mm).join(" ")} ${edge(0).reverse().join(" ")}`}
					fill={fillOf(coat.shares, `${patternId}-coat`)}
					stroke="var(--color-ink)"
					strokeOpacity=".35"
				/>
			)}
			{top.standing.map((column) => (
				<rect
					key={column.embed}
					x={scale.x(column.front_mm)}
					y={scale.y(level + column.high_mm)}
					width={(column.back_mm - column.front_mm) * scale.pxPerMm}
					height={column.high_mm * scale.pxPerMm}
					fill={embedColour(column.embed)}
					stroke="var(--color-ink)"
					strokeOpacity=".4"
				/>
			))}
			{top.runs.map((run) =>
				run.spots.map((spot, i) => {
					const turn = (spot.turn_deg * Math.PI) / 180;
					const wide =
						run.motif.long_mm * Math.abs(Math.cos(turn)) + run.motif.wide_mm * Math.abs(Math.sin(turn));
					return (
						<Standing
							// biome-ignore lint/suspicious/noArrayIndexKey: two passes stand at one place.
							key={`${run.id} ${i}`}
							d={sidePath(run.kind, wide, run.motif.high_mm)}
							x={scale.x(spot.y)}
							y={scale.y(level + spot.up_mm)}
							px={scale.pxPerMm}
							srgb={colour(colourOf(run.bags, i))}
						/>
					);
				}),
			)}
			{[...top.pressed, ...(top.scatter?.strewn ?? [])].map((piece, i) => (
				<Standing
					// biome-ignore lint/suspicious/noArrayIndexKey: some of a kind are pressed in, others set down.
					key={i}
					d={sidePath(piece.round ? "round" : "piece", longOf(piece), piece.high_mm)}
					x={scale.x(piece.y)}
					y={scale.y(level + piece.up_mm)}
					px={scale.pxPerMm}
					srgb={pieceColour(piece.pieces)}
				/>
			))}
		</g>
	);
}

/** Which colour a motif shows from the side: bags take turns, and what lies side by side in one takes turns in it. */
function colourOf(bags: readonly (readonly string[])[], i: number): string {
	const bag = bags[i % bags.length] ?? [];
	return bag[Math.floor(i / bags.length) % bag.length] ?? "";
}

/** How long a piece looks from the side, turned as it lies. */
function longOf({ half_long, half_wide, turn_deg }: NonNullable<Props["top"]["scatter"]>["strewn"][number]) {
	const turn = (turn_deg * Math.PI) / 180;
	return 2 * Math.hypot(half_long * Math.cos(turn), half_wide * Math.sin(turn));
}

interface StandingProps {
	d: string;
	x: number;
	y: number;
	px: number;
	srgb: string;
}

const Standing = ({ d, x, y, px, srgb }: StandingProps) => (
	<path
		d={d}
		transform={`translate(${x} ${y}) scale(${px} ${-px})`}
		fill={srgb}
		stroke="var(--color-ink)"
		strokeOpacity=".4"
		strokeWidth={0.8 / px}
	/>
);
