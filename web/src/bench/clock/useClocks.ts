import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { v4 as newId } from "uuid";
import { type ApiProblem, clocksQuery, takeNote, takeNoteBack } from "../../api/queries";
import type { BowlClock, BowlNote, NoteIn, Problem, Turn } from "../../api/types";
import { now } from "../../ui/wallClock";
import type { Outgoing } from "../outbox";
import { useOutbox } from "../useOutbox";

type Outgo = Outgoing & ({ note: NoteIn } | { back: string });

export type Given = Partial<BowlNote> & Pick<BowlNote, "kind">;

/** A note at a moment of the room's clock [ms]. */
export const noteOf = (bowl: string, given: Given, at: number): NoteIn => ({
	press_id: newId(),
	bowl,
	taken_at: new Date(at).toISOString(),
	note: { minute: 0, value: 0, stage: "", seconds: 0, ...given },
});

export interface Clocks {
	readonly clocks: readonly BowlClock[];
	readonly turns: readonly Turn[];
	readonly note: (bowl: string, note: Given) => void;
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
	return useMemo(
		() => ({
			clocks: data?.bowls ?? [],
			turns: data?.turns ?? [],
			waiting: waiting.length,
			refused,
			note: (bowl, given) => {
				setRefused([]);
				const note = noteOf(bowl, given, now());
				add({ press_id: note.press_id, note });
			},
			takeBack: (pressId) => {
				setRefused([]);
				add({ press_id: newId(), back: pressId });
			},
		}),
		[data, waiting.length, refused, add],
	);
}
