import { useQuery } from "@tanstack/react-query";
import { departuresQuery, troublesQuery } from "../api/queries";
import type { BenchPress, Step } from "../api/types";
import { clockText } from "../ui/dates";
import { useUnits } from "../ui/UnitsContext";
import { logLines } from "./logLines";
import { LOOKS, type Tone } from "./tone";

interface Props {
	steps: readonly Step[];
	presses: readonly BenchPress[];
	tone: Tone;
}

/** What has happened so far, the latest first. */
export function LogPanel({ steps, presses, tone }: Props) {
	const { data: troubles = [] } = useQuery(troublesQuery);
	const { data: departures = [] } = useQuery(departuresQuery);
	const lines = logLines(presses, steps, troubles, departures, useUnits().units);
	return (
		<section
			aria-label="Log"
			// biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached from the keyboard.
			tabIndex={0}
			className={`max-h-64 shrink-0 overflow-y-auto rounded-2xl border-2 p-4 ${LOOKS[tone].card}`}
		>
			{lines.length === 0 ? (
				<p className="text-xl">Nothing has been pressed yet.</p>
			) : (
				<ol className="space-y-1 text-xl">
					{lines.map((line) => (
						<li key={line.id} className="flex gap-4">
							<span className={`figures shrink-0 ${LOOKS[tone].soft}`}>{clockText(line.at)}</span>
							{line.text}
						</li>
					))}
				</ol>
			)}
		</section>
	);
}
