import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { troublesQuery } from "../api/queries";
import { Cautions } from "../ui/Cautions";
import { LOOKS, type Tone } from "./tone";

interface Props {
	tone: Tone;
	/** Writes into the log that it happened. */
	onHappened: (key: string) => void;
}

/** When it goes wrong: one press for what it is, then what to do now. */
export function TroublePanel({ tone, onHappened }: Props) {
	const { data: troubles = [] } = useQuery(troublesQuery);
	const [chosen, setChosen] = useState<string | null>(null);
	const look = LOOKS[tone];
	const trouble = troubles.find((item) => item.key === chosen);
	return (
		<section aria-label="When it goes wrong" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<div className="grid gap-2 sm:grid-cols-2 lg:grid-cols-4">
				{troubles.map((item) => (
					<button
						key={item.key}
						type="button"
						aria-pressed={item.key === chosen}
						onClick={() => {
							setChosen(item.key);
							onHappened(item.key);
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
						Common practice. It is written into this loaf's log with the time; Undo takes it out again.
					</p>
				</div>
			)}
		</section>
	);
}
