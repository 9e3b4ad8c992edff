import { type ReactNode, useMemo, useState } from "react";
import type { Problem } from "../api/types";
import { RefusalContext, sentenceOf } from "./refusal";

interface Props {
	/** Of what was pressed last; none while it was taken. */
	problems?: readonly Problem[];
	children: ReactNode;
}

const NONE: ReadonlySet<string> = new Set();
const TAKEN: readonly Problem[] = [];

/** Fields of something that is kept by a press: what is refused of one stands at it until that is changed. */
export function RefusedFields({ problems = TAKEN, children }: Props) {
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
