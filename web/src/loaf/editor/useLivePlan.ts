import { useEffect, useRef, useState } from "react";
import { ApiProblem, planLoaf } from "../../api/queries";
import type { Loaf, LoafPlan, Problem } from "../../api/types";
import type { Units } from "../../ui/units";

export interface LivePlan {
	readonly plan: LoafPlan;
	/** The document this plan was made from; the drawing moves pieces by the difference. */
	readonly of: Loaf;
	/** Why the newest document has no plan; the last good plan stays. */
	readonly problems: readonly Problem[];
}

/** Plans the newest document, one request at a time: whatever changed meanwhile goes into the next one. */
export function useLivePlan(document: Loaf, first: LivePlan, id?: string, units: Units = "metric"): LivePlan {
	const [live, setLive] = useState(first);
	const newest = useRef(document);
	const busy = useRef(false);
	const planned = useRef<Loaf | null>(first.of);
	const said = useRef(units);
	newest.current = document;

	useEffect(() => {
		// The plan's sentences are in the units it was asked for in.
		if (said.current !== units) planned.current = null;
		said.current = units;
		if (document === planned.current || busy.current) return;
		const run = async () => {
			busy.current = true;
			while (newest.current !== planned.current) {
				const asked = newest.current;
				planned.current = asked;
				try {
					setLive({ plan: await planLoaf(asked, id), of: asked, problems: [] });
				} catch (error) {
					const problems = error instanceof ApiProblem ? error.report.problems : [];
					setLive((last) => ({ ...last, problems }));
				}
			}
			busy.current = false;
		};
		void run();
	}, [document, id, units]);
	return live;
}
