import { stillAddress } from "../api/queries";
import type { Lot, ShelfLine } from "../api/types";

const INK = { stroke: "var(--color-ink)", strokeWidth: 1.4, strokeLinejoin: "round" } as const;

/** A lot as it would lie there, in its colour: a column, pieces, a lump of dough, shreds; bars as their loaf looks. */
export function LotPicture({ lot, barsOf }: { lot: Lot; barsOf: ShelfLine["bars_of"] }) {
	if (barsOf?.still === "there")
		return (
			<img
				className="h-16 w-20 shrink-0 object-contain"
				src={stillAddress(barsOf.id, barsOf.revision)}
				alt={`${barsOf.name} at a slant`}
				loading="lazy"
			/>
		);
	return (
		<svg viewBox="0 0 48 40" className="h-10 w-12 shrink-0" aria-hidden>
			<g fill={lot.srgb} color={lot.srgb} {...INK}>
				<Shapes kind={lot.kind} />
			</g>
		</svg>
	);
}

function Shapes({ kind }: { kind: Lot["kind"] }) {
	switch (kind) {
		case "column":
			return (
				<>
					<path d="M6 12h30c6 0 6 16 0 16h-30" />
					<ellipse cx="6" cy="20" rx="4.5" ry="8" />
				</>
			);
		case "raw dough":
			return <path d="M4 32c-2-12 8-22 18-20s20 2 22 12c1 8-6 9-14 9s-24 2-26-1Z" />;
		case "shreds":
			return (
				<path
					fill="none"
					strokeWidth="3"
					strokeLinecap="round"
					stroke="currentColor"
					d="M6 32l12-5M14 34l14-3M30 33l13-4M10 25l13 1M24 26l13-5M18 18l12 2M29 14l6 4"
				/>
			);
		case "bars":
			return (
				<>
					<path d="M5 30v-16l12-6v16Z" />
					<path d="M5 14l12-6h6l-12 6ZM19 32v-16l12-6v16Z" />
					<path d="M33 32v-16l11-6v16Z" />
				</>
			);
		case "trimmings":
			return (
				<>
					<path d="M4 32l6-12 10 4-3 9Z" />
					<path d="M19 33l4-14 9 1 2 12Z" />
					<path d="M34 33l3-10 8 3-1 7ZM14 20l5-8 7 5Z" />
				</>
			);
		default:
			return (
				<>
					<circle cx="12" cy="25" r="8" />
					<circle cx="30" cy="28" r="7" />
					<circle cx="23" cy="12" r="7" />
					<circle cx="40" cy="17" r="6" />
				</>
			);
	}
}
