import { FastForward, ListChecks, RotateCcw } from "lucide-react";
import { useEffect, useState } from "react";
import { clockText } from "../../ui/dates";
import { useRoom } from "../room";
import { LOOKS, type Tone } from "../tone";
import { SPEEDS } from "./day";
import { OutcomeList } from "./OutcomeList";

const NAMES: Record<number, string> = { 0: "Stop", 1: "×1", 10: "×10", 60: "×60" };

/** What makes a rehearsal one: its clock and pace, and how it has gone. */
export function RehearsalBar({ tone }: { tone: Tone }) {
	const { rehearsing, now, bench } = useRoom();
	const [shown, setShown] = useState(now);
	const [list, setList] = useState(false);
	useEffect(() => {
		const timer = setInterval(() => setShown(now()), 250);
		return () => clearInterval(timer);
	}, [now]);
	if (!rehearsing) return null;
	const look = LOOKS[tone];
	const over = bench.queue.length === 0;
	const missed = rehearsing.outcomes.filter((item) => item.stands !== "held").length;
	const key = `flex min-h-[64px] items-center gap-2 rounded-xl border-2 px-4 font-bold ${look.plain}`;
	return (
		<section aria-label="Rehearsal" className={`mt-3 rounded-2xl border-2 border-dashed p-3 ${look.line}`}>
			<div className="flex flex-wrap items-center gap-3">
				<p className="text-xl font-bold">
					Rehearsal{" "}
					<span role="timer" className="figures ml-1 text-3xl">
						{clockText(new Date(shown).toISOString())}
					</span>
				</p>
				<fieldset className="flex gap-2">
					<legend className="sr-only">Pace of its clock</legend>
					{SPEEDS.map((speed) => (
						<button
							key={speed}
							type="button"
							aria-pressed={speed === rehearsing.speed}
							onClick={() => rehearsing.run(speed)}
							className={`figures min-w-[64px] justify-center ${key} ${speed === rehearsing.speed ? "border-4 border-current" : ""}`}
						>
							{NAMES[speed]}
						</button>
					))}
				</fieldset>
				<button type="button" className={key} aria-label="Let 5 min pass" onClick={() => rehearsing.pass(5)}>
					<FastForward aria-hidden className="size-5" /> 5 min
				</button>
				<button
					type="button"
					className={`ml-auto ${key} ${list ? "border-4 border-current" : ""}`}
					aria-pressed={list}
					onClick={() => setList(!list)}
				>
					<ListChecks aria-hidden className="size-5" />
					{rehearsing.outcomes.length > 0
						? `${missed} of ${rehearsing.outcomes.length} missed`
						: "How it went"}
				</button>
				<button
					type="button"
					className={`w-[64px] justify-center px-0! ${key}`}
					onClick={rehearsing.startOver}
					aria-label="Another day"
					title="Another day, other batter"
				>
					<RotateCcw aria-hidden className="size-6" />
				</button>
			</div>
			{(list || over) && <OutcomeList outcomes={rehearsing.outcomes} tone={tone} />}
		</section>
	);
}
