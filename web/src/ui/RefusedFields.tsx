import { type ReactNode, useMemo, useState } from "react";
import { ApiProblem } from "../api/queries";
import type { Problem } from "../api/types";
import { RefusalContext, sentenceOf } from "./refusal";

interface Props {
	/** Why what was pressed last was not done; none while it was. */
	error: unknown;
	children: ReactNode;
}

const NONE: ReadonlySet<string> = new Set();
const TAKEN: readonly Problem[] = [];

/** Fields of something that is kept by a press: what is refused of one stands at it until that is changed. */
export function RefusedFields({ error, children }: Props) {
	const problems = error instanceof ApiProblem ? error.report.problems : TAKEN;
	const [changed, setChanged] = useState(NONE);
	const [seen, setSeen] = useState(problems);
	if (seen !== problems) {
		setSeen(problems);
		setChanged(NONE);
	}
	const refusals = useMemo(
		() => ({
			touch: (field: string) => setChanged((before) => new Set([...before, field])),
			of: (field: string) => {
				const of = changed.has(field) ? undefined : problems.find((problem) => problem.field === field);
				return of && sentenceOf(of);
			},
		}),
		[problems, changed],
	);
	return <RefusalContext value={refusals}>{children}</RefusalContext>;
}
