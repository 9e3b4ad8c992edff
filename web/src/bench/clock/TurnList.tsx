import type { Turn } from "../../api/types";
import { clockText } from "../../ui/dates";
import { useRoom } from "../room";
import { LOOKS, type Tone } from "../tone";

const SIGNS: Record<Turn["stands"], string> = { "in time": "✓", tight: "!", missed: "✕", unknown: "?" };

/** What is still to do, one after another as things stand: when each begins, and what will be missed. */
export function TurnList({ turns, tone }: { turns: readonly Turn[]; tone: Tone }) {
	const { now } = useRoom();
	if (turns.length === 0) return null;
	const look = LOOKS[tone];
	const time = (minutes: number) => clockText(new Date(now() + minutes * 60_000).toISOString());
	return (
		<section aria-label="In turn" className={`rounded-xl border px-4 py-2 ${look.card}`}>
			<h2 className="text-lg">In turn, as things stand</h2>
			<ol className="mt-1 space-y-1 text-lg">
				{turns.map((turn) => (
					<li key={turn.step} data-turn={turn.stands} className="flex items-baseline gap-2">
						<span aria-hidden className="w-5 shrink-0 text-center font-extrabold">
							{SIGNS[turn.stands]}
						</span>
						<span className={`figures w-14 shrink-0 ${look.soft}`}>
							{turn.begins_min == null ? "–" : time(turn.begins_min)}
						</span>
						<span className="min-w-0 flex-1">
							{turn.title}
							{turn.stands !== "in time" || turn.closes_min != null ? `: ${turn.says}` : ""}
						</span>
					</li>
				))}
			</ol>
		</section>
	);
}
