import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import {
	benchQuery,
	clocksQuery,
	jobsQuery,
	pressStep,
	takeNote,
	takeNoteBack,
	todayQuery,
} from "../api/queries";
import type { BenchPress, NoteIn } from "../api/types";
import { Outbox, type Outgoing, type Send } from "./outbox";
import { OutboxContext } from "./useOutbox";

/** A reading of a bowl's clock, or one that is taken back. */
export type Reading = Outgoing & ({ note: NoteIn } | { back: string });

export const benchRoom = (loaf: string) => `bench.${loaf}`;
export const clockRoom = (loaf: string) => `clock.${loaf}`;

/** Where each room's things go, and what is asked anew once they are there. */
function sending(queries: QueryClient): Send {
	const press = async (loaf: string, item: BenchPress) => {
		queries.setQueryData(benchQuery(loaf).queryKey, await pressStep(loaf, item));
		// Mixing starts a clock, colour and scent bend it; a job begun or done changes the day.
		for (const { queryKey } of [clocksQuery(loaf), jobsQuery(loaf), todayQuery])
			void queries.invalidateQueries({ queryKey });
	};
	const read = async (loaf: string, item: Reading) => {
		const after =
			"note" in item ? await takeNote(loaf, item.note) : await takeNoteBack(loaf, item.back, item.press_id);
		queries.setQueryData(clocksQuery(loaf).queryKey, after);
	};
	return (room, item) => {
		const [kind = "", loaf = ""] = room.split(".");
		return kind === "clock" ? read(loaf, item as Reading) : press(loaf, item as BenchPress);
	};
}

/** Around every page: what was pressed or read goes to the server, wherever a person has gone meanwhile. */
export function Post({ children }: { children: ReactNode }) {
	const queries = useQueryClient();
	const [outbox] = useState(() => new Outbox(sending(queries)));
	useEffect(() => outbox.start(), [outbox]);
	return <OutboxContext value={outbox}>{children}</OutboxContext>;
}
