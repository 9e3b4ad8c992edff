import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { type ApiProblem, clocksQuery, takeNote, takeNoteBack } from "../../api/queries";
import type { BowlClock, BowlNote, NoteIn, Problem, Turn } from "../../api/types";
import type { Outgoing } from "../outbox";
import { useOutbox } from "../useOutbox";

type Outgo = Outgoing & ({ note: NoteIn } | { back: string });

export interface Clocks {
	readonly clocks: readonly BowlClock[];
	readonly turns: readonly Turn[];
	readonly note: (bowl: string, note: Partial<BowlNote> & Pick<BowlNote, "kind">) => void;
	readonly takeBack: (pressId: string) => void;
	readonly waiting: number;
	/** Why the last reading was not taken; empty once another is. */
	readonly refused: readonly Problem[];
}

/** The bowls' clocks, and readings on their way to them. */
export function useClocks(loaf: string): Clocks {
	const queries = useQueryClient();
	const { data } = useQuery(clocksQuery(loaf));
	const [refused, setRefused] = useState<readonly Problem[]>([]);
	const send = useCallback(
		async (item: Outgo) => {
			const after =
				"note" in item ? await takeNote(loaf, item.note) : await takeNoteBack(loaf, item.back, item.press_id);
			queries.setQueryData(clocksQuery(loaf).queryKey, after);
		},
		[loaf, queries],
	);
	const onRefused = useCallback((problem: ApiProblem) => setRefused(problem.report.problems), []);
	const { waiting, add } = useOutbox<Outgo>(`clock.${loaf}`, send, onRefused);
	return {
		clocks: data?.bowls ?? [],
		turns: data?.turns ?? [],
		waiting: waiting.length,
		refused,
		note: (bowl, given) => {
			setRefused([]);
			const press_id = crypto.randomUUID();
			const note: BowlNote = { minute: 0, value: 0, stage: "", seconds: 0, ...given };
			add({ press_id, note: { press_id, bowl, taken_at: new Date().toISOString(), note } });
		},
		takeBack: (pressId) => {
			setRefused([]);
			add({ press_id: crypto.randomUUID(), back: pressId });
		},
	};
}
