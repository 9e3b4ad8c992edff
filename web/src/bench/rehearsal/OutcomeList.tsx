import type { Outcome } from "../../api/types";
import { LOOKS, type Tone } from "../tone";

const SIGNS: Record<Outcome["stands"], string> = { held: "✓", "too early": "◀", "too late": "▶" };

/** What every step came to at its moment, and what the misses would have done to a real loaf. */
export function OutcomeList({ outcomes, tone }: { outcomes: readonly Outcome[]; tone: Tone }) {
	if (outcomes.length === 0)
		return <p className="mt-2 text-lg">Nothing that waits for batter has been done yet.</p>;
	return (
		<ol
			aria-label="How it went"
			// biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached from the keyboard.
			tabIndex={0}
			className="mt-2 max-h-64 space-y-1.5 overflow-y-auto"
		>
			{outcomes.map((item) => (
				<li
					key={`${item.step} ${item.says}`}
					data-outcome={item.stands}
					className={`flex gap-3 rounded-xl border px-3 py-1.5 text-lg ${LOOKS[tone].card}`}
				>
					<span aria-hidden className="w-6 shrink-0 text-center font-extrabold">
						{SIGNS[item.stands]}
					</span>
					<span>
						<span className="sr-only">{item.stands}: </span>
						{item.says}
					</span>
				</li>
			))}
		</ol>
	);
}
