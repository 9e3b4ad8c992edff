import type { ShelfLine } from "../api/types";
import { dayShort } from "../ui/dates";
import { ageLook } from "./ageLine";

const WIDTH = 300;

/** From the day it was made: too young, fit, past its best, and today. */
export function AgeLine({ line }: { line: ShelfLine }) {
	const look = ageLook(line);
	const x = (day: number) => (day / look.end) * WIDTH;
	const best = look.best ?? look.end;
	const today = line.state.age_days === 1 ? "1 day old" : `${line.state.age_days} days old`;
	return (
		<figure className="mt-2">
			<svg viewBox={`0 0 ${WIDTH} 22`} className="block w-full overflow-visible" aria-hidden>
				<rect
					y="9"
					width={x(look.ready)}
					height="6"
					fill="none"
					stroke="var(--color-soft)"
					strokeDasharray="3 2"
				/>
				<rect x={x(look.ready)} y="7" width={x(best) - x(look.ready)} height="10" fill="var(--color-set)" />
				{look.best !== null && (
					<path
						d={`M${x(best)} 12H${WIDTH}`}
						stroke="var(--color-lye)"
						strokeWidth="2"
						strokeDasharray="2 4"
					/>
				)}
				<path d={`M${x(look.today)} 2V22`} stroke="var(--color-ink)" strokeWidth="2.5" />
				<circle cx={x(look.today)} cy="2" r="3.5" fill="var(--color-ink)" />
			</svg>
			<figcaption className="figures mt-0.5 flex flex-wrap justify-between gap-x-3 text-xs text-soft">
				<span>{today}</span>
				<span>from {dayShort(line.state.ready_on)}</span>
				{line.state.best_before && <span>to {dayShort(line.state.best_before)}</span>}
			</figcaption>
		</figure>
	);
}
