import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { troublesQuery } from "../api/queries";
import { Cautions } from "../ui/Cautions";
import { PlanAgain } from "./PlanAgain";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

/** When it goes wrong: one press for what it is, then what to do now, and the loaf planned again from where it stands. */
export function TroublePanel({ tone }: { tone: Tone }) {
	const { data: troubles = [] } = useQuery(troublesQuery);
	const { bench } = useRoom();
	const [chosen, setChosen] = useState<string | null>(null);
	const [written, setWritten] = useState(false);
	const look = LOOKS[tone];
	const trouble = troubles.find((item) => item.key === chosen);
	return (
		<section aria-label="Help when something goes wrong" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
				{troubles.map((item) => (
					<button
						key={item.key}
						type="button"
						aria-pressed={item.key === chosen}
						onClick={() => {
							setChosen(item.key);
							setWritten(false);
						}}
						className={`min-h-[64px] rounded-xl border-2 px-3 text-left ${look.plain} ${item.key === chosen ? "border-4 border-current" : ""}`}
					>
						<span className="block text-lg font-bold">{item.name}</span>
						<span className={`block text-sm ${look.soft}`}>{item.seen}</span>
					</button>
				))}
			</div>
			{trouble && (
				<div role="status" className="mt-3 space-y-2">
					<p className="text-2xl font-semibold">{trouble.now}</p>
					<p className="text-xl">What it becomes: {trouble.becomes}.</p>
					<Cautions lines={[trouble.caution]} tone={tone} large />
					<p className={`text-sm ${look.soft}`}>
						Common practice.{" "}
						{written
							? "It stands in this loaf’s log with the time; Undo takes it out again."
							: "Looking changes nothing."}
					</p>
					<button
						type="button"
						disabled={written}
						onClick={() => {
							bench.happened(`trouble.${trouble.key}`);
							setWritten(true);
						}}
						className={`min-h-[64px] w-full rounded-xl text-lg font-bold disabled:opacity-60 ${look.press}`}
					>
						{written ? "Logged" : "Yes: doing this now"}
					</button>
				</div>
			)}
			{trouble && <PlanAgain tone={tone} asks="Is some batter lost?" />}
		</section>
	);
}
