import type { Pot } from "../../api/types";
import { paintOf } from "../../drawing/paint";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

/** A jug as it is drawn, and how full the fullest of a pot stands [px]. */
const WIDE = 44;
const HIGH = 46;
const FULLEST = 38;
const GAP = 18;

/** What a pot is split into, as jugs of one size: how high each stands beside the others. */
export function PotBowls({ pot }: { pot: Pot }) {
	const { live } = useEditor();
	const { units } = useUnits();
	const { colour } = paintOf(live.of, live.plan);
	// What is mixed, shared out as it is weighed: what a bowl fills, and what stays on it.
	const grams = pot.portions.reduce((sum, part) => sum + part.grams, 0);
	const bowls = pot.portions.map((part) => ({
		key: part.key,
		name: part.name,
		srgb: colour(part.colour),
		ml: (pot.batter.value * part.grams) / grams,
	}));
	const most = Math.max(...bowls.map(({ ml }) => ml));
	const told = (ml: number) => withUnit(ml, "volume", units, units === "metric" ? 0 : 1);
	const wide = bowls.length * (WIDE + GAP);
	return (
		<svg
			viewBox={`0 0 ${wide} ${HIGH + 16}`}
			width={wide}
			height={HIGH + 16}
			role="img"
			aria-label={`Bowls of ${pot.name}: ${bowls.map(({ name, ml }) => `${name} ${told(ml)}`).join(", ")}`}
			className="mb-2 block max-w-full"
		>
			{bowls.map(({ key, srgb, ml }, i) => {
				const level = (FULLEST * ml) / most;
				return (
					<g key={key} transform={`translate(${i * (WIDE + GAP) + GAP / 2} 0)`}>
						<rect x="4.8" y={HIGH - level} width={WIDE - 9.6} height={level} rx="3" fill={srgb} />
						<path
							d={`M0 2h4v${HIGH - 7}a5 5 0 0 0 5 5h${WIDE - 18}a5 5 0 0 0 5 -5v-${HIGH - 7}h4`}
							fill="none"
							stroke="var(--color-ink)"
							strokeWidth="1.6"
						/>
						<text x={WIDE / 2} y={HIGH + 13} textAnchor="middle" fontSize="11" fill="var(--color-ink)">
							{told(ml)}
						</text>
					</g>
				);
			})}
		</svg>
	);
}
