/** What this browser has to tell the server and has not yet: each thing under a key of its own, so that two tabs never overwrite each other. */

export interface Outgoing {
	readonly press_id: string;
}

interface Kept<T> {
	readonly order: number;
	readonly item: T;
}

const prefix = (room: string) => `archtop.outbox.${room}.`;
let last = 0;

/** Everything that waits in a room, in the order it was put there. */
export function readWaiting<T extends Outgoing>(room: string): T[] {
	const kept: Kept<T>[] = [];
	// Listed first: taking one out while counting through would skip the next.
	const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "");
	for (const key of keys.filter((name) => name.startsWith(prefix(room)))) {
		try {
			kept.push(JSON.parse(localStorage.getItem(key) ?? "") as Kept<T>);
		} catch {
			localStorage.removeItem(key); // Not ours, or cut off: it can never be sent.
		}
	}
	return kept.sort((a, b) => a.order - b.order).map(({ item }) => item);
}

export function keepWaiting<T extends Outgoing>(room: string, item: T): void {
	last = Math.max(last + 1, Date.now());
	localStorage.setItem(prefix(room) + item.press_id, JSON.stringify({ order: last, item }));
}

export function dropWaiting(room: string, pressId: string): void {
	localStorage.removeItem(prefix(room) + pressId);
}
