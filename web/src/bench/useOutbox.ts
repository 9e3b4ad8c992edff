import { createContext, useCallback, useContext, useSyncExternalStore } from "react";
import { Outbox, type Outgoing, type Waiting } from "./outbox";

/** The browser's one outbox; without one around, what is put into it only waits. */
export const OutboxContext = createContext<Outbox>(new Outbox(() => Promise.reject(new Error("no outbox"))));

/** A room of the outbox: what waits there, and how more is added. */
export function useOutbox<T extends Outgoing>(
	room: string,
): Omit<Waiting, "waiting" | "coming"> & {
	readonly waiting: readonly T[];
	readonly coming: readonly T[];
	readonly add: (item: T) => void;
} {
	const outbox = useContext(OutboxContext);
	const { waiting, coming, stuck, full, refused, unkept } = useSyncExternalStore(outbox.subscribe, () =>
		outbox.of(room),
	);
	const add = useCallback((item: T) => outbox.add(room, item), [outbox, room]);
	return {
		waiting: waiting as readonly T[],
		coming: coming as readonly T[],
		stuck,
		full,
		refused,
		unkept,
		add,
	};
}

/** How much waits in rooms of that beginning, or in all. */
export function useWaiting(head = ""): number {
	const outbox = useContext(OutboxContext);
	return useSyncExternalStore(outbox.subscribe, () => outbox.count(head));
}
