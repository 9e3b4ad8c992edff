import { useQuery } from "@tanstack/react-query";
import { departuresQuery } from "../api/queries";
import type { Step } from "../api/types";
import { inQuotes } from "../ui/inQuotes";
import type { Bench } from "./benchOf";
import { PlanAgain } from "./PlanAgain";
import { LOOKS, type Tone } from "./tone";

/** After these some bowl has less than was planned. */
const SHORT = ["other-colour", "more"];

/** What was done instead of what the step says: one press writes it into the log. */
export function OtherwisePanel({ step, bench, tone }: { step: Step; bench: Bench; tone: Tone }) {
	const { data: departures = [] } = useQuery(departuresQuery);
	const look = LOOKS[tone];
	return (
		<section aria-label="Did it differently" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<h2 className="text-xl">What was different at {inQuotes(step.title)}?</h2>
			<div className="mt-2 grid grid-cols-2 gap-2 lg:grid-cols-4">
				{departures
					.filter((item) => item.verbs.length === 0 || item.verbs.includes(step.do))
					.map((item) => {
						const key = `instead.${step.key}.${item.key}`;
						const told = bench.done.has(key);
						return (
							<button
								key={item.key}
								type="button"
								aria-pressed={told}
								onClick={() => bench.tick(key)}
								className={`min-h-[64px] rounded-xl border-2 px-3 text-lg font-semibold ${told ? look.ticked : look.plain}`}
							>
								{told && "✓ "}
								{item.name}
							</button>
						);
					})}
			</div>
			{SHORT.some((key) => bench.done.has(`instead.${step.key}.${key}`)) && (
				<PlanAgain tone={tone} asks="Which bowl ran short?" />
			)}
			<p className={`mt-2 text-sm ${look.soft}`}>
				To leave the step out, press Skip; to do another first, press it below.
			</p>
		</section>
	);
}
