import type { BowlClock, ClockWindow } from "../api/types";
import { LOOKS, type Tone } from "./tone";

/** What the clocks say of the step at hand: which batter it waits for, and for how long. */
export function WaitsFor({ step, clocks, tone }: { step: string; clocks: readonly BowlClock[]; tone: Tone }) {
	const waits = clocks.flatMap((clock) =>
		(clock.face?.windows ?? [])
			.filter(
				(window) => window.limit.step === step && !(window.stands === "open" && window.limit.least_pa <= 0),
			)
			.map((window) => ({ bowl: clock, window })),
	);
	if (waits.length === 0) return null;
	return (
		<ul aria-label="What the clocks say" className="max-w-4xl space-y-1.5">
			{waits.map(({ bowl, window }) => (
				<li
					key={`${bowl.bowl} ${window.limit.key}`}
					className={`flex items-center gap-3 rounded-xl border px-4 py-2 text-2xl ${LOOKS[tone].card}`}
				>
					<StandsMark stands={window.stands} />
					<span>
						<strong>{bowl.name}</strong>: {window.says}
					</span>
				</li>
			))}
		</ul>
	);
}

const MARKS: Record<ClockWindow["stands"], readonly [string, string]> = {
	"not yet": ["◔", "not yet"],
	open: ["●", "open now"],
	closing: ["◕", "closing"],
	missed: ["✕", "missed"],
	unknown: ["?", "cannot be told yet"],
};

/** How a window stands, by a sign that does not need colour. */
export function StandsMark({ stands }: { stands: ClockWindow["stands"] }) {
	const [sign, words] = MARKS[stands];
	return (
		<span className="w-7 shrink-0 text-center text-3xl leading-none">
			<span aria-hidden>{sign}</span>
			<span className="sr-only">{words}: </span>
		</span>
	);
}
