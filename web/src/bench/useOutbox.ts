import { useCallback, useEffect, useRef, useState } from "react";
import { ApiProblem } from "../api/queries";
import { dropWaiting, keepWaiting, type Outgoing, readWaiting } from "./outbox";

const RETRY_MS = 3000;

export interface Outbox<T> {
	/** What the server does not have yet. */
	readonly waiting: readonly T[];
	/** Whether the last try did not reach the server. */
	readonly stuck: boolean;
	readonly add: (item: T) => void;
}

/** Sends things to the server one after another, in their order, through lost connections, reloads and crashes. */
export function useOutbox<T extends Outgoing>(
	room: string,
	send: (item: T) => Promise<unknown>,
	onRefused?: (problem: ApiProblem) => void,
): Outbox<T> {
	const [waiting, setWaiting] = useState<T[]>(() => readWaiting<T>(room));
	const [stuck, setStuck] = useState(false);
	const queue = useRef(waiting);
	const busy = useRef(false);

	const set = useCallback((next: T[]) => {
		queue.current = next;
		setWaiting(next);
	}, []);

	const sendAll = useCallback(async () => {
		if (busy.current) return;
		busy.current = true;
		const drop = (item: T) => {
			dropWaiting(room, item.press_id);
			set(queue.current.filter((other) => other.press_id !== item.press_id));
		};
		try {
			for (let next = queue.current[0]; next; next = queue.current[0]) {
				try {
					await send(next);
					drop(next);
					setStuck(false);
				} catch (error) {
					// What the server refuses would block all after it; what did not arrive is tried again.
					if (!(error instanceof ApiProblem) || error.status !== 422) throw error;
					drop(next);
					onRefused?.(error);
				}
			}
		} catch {
			setStuck(true); // The timer tries again.
		} finally {
			busy.current = false;
		}
	}, [room, send, onRefused, set]);

	useEffect(() => {
		if (waiting.length === 0) return;
		void sendAll();
		const timer = setInterval(() => void sendAll(), RETRY_MS);
		return () => clearInterval(timer);
	}, [waiting.length, sendAll]);

	const add = useCallback(
		(item: T) => {
			keepWaiting(room, item);
			set([...queue.current, item]);
		},
		[room, set],
	);
	return { waiting, stuck, add };
}
