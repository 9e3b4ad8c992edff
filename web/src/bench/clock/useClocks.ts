import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { v4 as newId } from "uuid";
import { clocksQuery } from "../../api/queries";
import type { BowlClock, BowlNote, NoteIn, Problem, Turn } from "../../api/types";
import { now } from "../../ui/wallClock";
import { clockRoom, type Reading } from "../Post";
import { useOutbox } from "../useOutbox";

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
	/** Tells it something; what it is taken back by. */
	readonly note: (bowl: string, note: Given) => string;
	readonly takeBack: (pressId: string) => void;
	readonly waiting: number;
	/** Why the last reading was not taken; empty once another is. */
	readonly refused: readonly Problem[];
}

/** The bowls' clocks, and readings on their way to them. */
export function useClocks(loaf: string): Clocks {
	const { data } = useQuery(clocksQuery(loaf));
	const { waiting, refused, add } = useOutbox<Reading>(clockRoom(loaf));
	return useMemo(
		() => ({
			clocks: data?.bowls ?? [],
			turns: data?.turns ?? [],
			waiting: waiting.length,
			refused: refused?.report.problems ?? [],
			note: (bowl, given) => {
				const note = noteOf(bowl, given, now());
				add({ press_id: note.press_id, note });
				return note.press_id;
			},
			takeBack: (pressId) => {
				add({ press_id: newId(), back: pressId });
			},
		}),
		[data, waiting.length, refused, add],
	);
}
