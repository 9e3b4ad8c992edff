import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { v4 as newId } from "uuid";
import { ApiProblem, outcomeQuery, writeOutcome } from "../../api/queries";
import type { LoafOutcome, Stage } from "../../api/types";
import { drop, keep, kept } from "../../keeping/kept";
import { today } from "../../ui/dates";
import { emptyOutcome } from "./stages";

const draftKey = (id: string, stage: Stage) => `archtop.outcome.${id}.${stage}`;

function readDraft(id: string, stage: Stage): LoafOutcome | null {
	try {
		const text = kept(draftKey(id, stage));
		return text ? (JSON.parse(text) as LoafOutcome) : null;
	} catch {
		return null;
	}
}

/** What is written down of one moment; what is typed and not written yet stays in this browser. */
export function useOutcome(id: string, stage: Stage) {
	const cache = useQueryClient();
	const { data: open, error } = useQuery(outcomeQuery(id));
	const written = open?.outcomes.find((item) => item.stage === stage);
	const [draft, setDraft] = useState<LoafOutcome | null>(() => readDraft(id, stage));
	const [unkept, setUnkept] = useState(false);
	const outcome = draft ?? written ?? emptyOutcome(stage, today());
	const change = (next: Partial<LoafOutcome>) => {
		const changed = { ...outcome, ...next };
		keep(draftKey(id, stage), JSON.stringify(changed)).then(
			() => setUnkept(false),
			() => setUnkept(true),
		);
		setDraft(changed);
	};
	const write = useMutation({
		mutationFn: () => writeOutcome(id, outcome, newId()),
		onSuccess: (opened) => {
			drop(draftKey(id, stage));
			setUnkept(false);
			setDraft(null);
			cache.setQueryData(outcomeQuery(id).queryKey, opened);
			for (const key of ["notebook", "numbers", "shelf", "cupboard", "thing", "losses"])
				void cache.invalidateQueries({ queryKey: [key] });
		},
	});
	return {
		open,
		error,
		outcome,
		change,
		write,
		unwritten: draft !== null,
		unkept,
		written: written !== undefined,
		problem: write.error instanceof ApiProblem ? write.error.report : null,
	};
}
