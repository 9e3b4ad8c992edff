import type { Made, Make } from "../../api/types";

interface Props {
	make: Extract<Make, { kind: "cutter" }>;
	layout: NonNullable<Made["layout"]>;
	colour: string;
}

/** The sheet seen from above, with every place the cutter is pressed. */
export function SheetLayout({ make, layout, colour }: Props) {
	const [long, wide] = [make.sheet_long_mm, make.sheet_wide_mm];
	return (
		<svg
			viewBox={`-2 -2 ${long + 4} ${wide + 4}`}
			role="img"
			aria-label={`The sheet from above: ${layout.places.length} pieces${layout.staggered ? ", rows staggered" : ""}`}
			className="block max-h-44 w-full"
		>
			<rect
				width={long}
				height={wide}
				fill="var(--color-enamel)"
				stroke="var(--color-ink)"
				strokeWidth="1.5"
			/>
			{layout.places.map(([x = 0, y = 0]) => (
				<polygon
					key={`${x} ${y}`}
					points={layout.outline.map(([dx = 0, dy = 0]) => `${x + dx},${wide - y - dy}`).join(" ")}
					fill={colour}
					stroke="var(--color-ink)"
					strokeWidth="0.8"
				/>
			))}
		</svg>
	);
}
