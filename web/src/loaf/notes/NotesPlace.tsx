import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { outcomeQuery } from "../../api/queries";
import type { OpenOutcome, Stage } from "../../api/types";
import { benchRoom } from "../../bench/Post";
import { useWaiting } from "../../bench/useOutbox";
import { useEditor } from "../editor/EditorContext";
import { CostCard } from "./CostCard";
import { Differences } from "./Differences";
import { FactsCard } from "./FactsCard";
import { StageForm } from "./StageForm";
import { nextStage, STAGES } from "./stages";

/** What came of the loaf: a minute of writing at four moments, and plan against outcome. */
export function NotesPlace() {
	const { id } = useEditor();
	const { data: open, error } = useQuery(outcomeQuery(id));
	const [chosen, setChosen] = useState<Stage | null>(null);
	const waiting = useWaiting(benchRoom(id));
	if (error) return <p role="alert">{error.message}</p>;
	if (!open) return null;
	const stage = chosen ?? nextStage(open.outcomes);
	return (
		<>
			{waiting > 0 && (
				<p role="status" className="tray mb-4 p-3">
					{waiting === 1 ? "One press" : `${waiting} presses`} at the bench {waiting === 1 ? "is" : "are"} not
					in these notes yet: kept in this browser until the studio is reached.
				</p>
			)}
			<Written stage={stage} open={open} onStage={setChosen} />
		</>
	);
}

interface Props {
	stage: Stage;
	open: OpenOutcome;
	onStage: (stage: Stage) => void;
}

function Written({ stage, open, onStage }: Props) {
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,30rem)_minmax(0,1fr)]">
			<section aria-label="How it turned out" className="tray p-4">
				<div className="mb-3 flex gap-1 rounded-lg bg-bench-deep p-1" role="group" aria-label="Moment">
					{STAGES.map(([key, name]) => {
						const done = open.outcomes.some((item) => item.stage === key);
						return (
							<button
								key={key}
								type="button"
								aria-pressed={key === stage}
								onClick={() => onStage(key)}
								className={`flex-1 whitespace-nowrap rounded-md px-1 py-1 font-semibold text-sm ${key === stage ? "bg-rim text-on-rim" : "hover:bg-enamel"}`}
							>
								{done && <span aria-hidden>✓ </span>}
								{name}
								{done && <span className="sr-only"> (saved)</span>}
							</button>
						);
					})}
				</div>
				<StageForm key={stage} stage={stage} />
			</section>
			<div className="min-w-0 space-y-4">
				<Differences found={open.differences} written={open.outcomes.length > 0} />
				<FactsCard facts={open.facts} />
				<CostCard costing={open.costing} currency={open.currency} stockUsed={open.stock_used} />
			</div>
		</div>
	);
}
