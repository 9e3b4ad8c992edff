import { CircleX } from "lucide-react";
import { ApiProblem } from "../api/queries";
import type { Loaf, Problem } from "../api/types";
import { Button } from "./Button";
import { placeInWords } from "./placeInWords";

interface Props {
	problems: readonly Problem[];
	title: string;
	/** The loaf they are of, whose things are then called by their names. */
	of?: Loaf;
	/** Takes a remedy that needs no more than a press. */
	onMend?: (mend: Problem["mends"][number]) => void;
}

/** What was refused and what to do about it, in words. */
export function Problems({ problems, title, of, onMend }: Props) {
	return (
		<div role="alert" className="rounded-lg border border-lye/60 bg-lye-wash px-3 py-2 text-sm">
			<p className="flex items-center gap-2 font-bold text-lye">
				<CircleX aria-hidden className="size-4 shrink-0" /> {title}
			</p>
			<ul className="mt-1 space-y-1">
				{problems.map((problem) => (
					<li key={`${problem.code} ${problem.field} ${problem.value}`} data-code={problem.code}>
						<span className="font-semibold">{problem.value}</span>: {problem.limit}. {problem.remedy}
						<span className="block text-xs text-soft" data-field={problem.field}>
							{placeInWords(problem.field, of)}
						</span>
						{onMend &&
							problem.mends.map((mend) => (
								<Button key={mend.says} onClick={() => onMend(mend)}>
									{mend.says}
								</Button>
							))}
					</li>
				))}
			</ul>
		</div>
	);
}

/** Why what was asked for was not done; nothing while it was. Not reached or not answered, the studio says that. */
export function NotDone({ error, title, of }: { error: unknown; title: string; of?: Loaf }) {
	if (!(error instanceof ApiProblem)) return null;
	const { problems, message } = error.report;
	return <Problems title={problems.length ? title : `${title}. ${message}`} problems={problems} of={of} />;
}
