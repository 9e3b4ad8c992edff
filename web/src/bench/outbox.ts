import { ApiProblem } from "../api/queries";
import { drop, keep, kept, keptKeys, lookAgain } from "../keeping/kept";

/** What this browser has to tell the server and has not yet: each thing under a key of its own, so that two tabs never overwrite each other. */
export interface Outgoing {
	readonly press_id: string;
}

interface Kept<T> {
	readonly order: number;
	readonly item: T;
}

const HEAD = "archtop.outbox.";
const prefix = (room: string) => `${HEAD}${room}.`;
const RETRY_MS = 3000;
/** As HTTP says that there is no room. */
const FULL = 507;
/** A disk that takes longer to keep a press does not keep hands waiting. */
const SLOW_MS = 250;
let last = 0;

/** Everything that waits in a room, in the order it was put there. */
export function readWaiting<T extends Outgoing>(room: string): T[] {
	const found: Kept<T>[] = [];
	for (const key of keptKeys(prefix(room))) {
		try {
			found.push(JSON.parse(kept(key) ?? "") as Kept<T>);
		} catch {
			drop(key); // Not ours, or cut off: it can never be sent.
		}
	}
	return found.sort((a, b) => a.order - b.order).map(({ item }) => item);
}

/** Rejects where this browser cannot keep it. */
export function keepWaiting<T extends Outgoing>(room: string, item: T): Promise<void> {
	last = Math.max(last + 1, Date.now());
	return keep(prefix(room) + item.press_id, JSON.stringify({ order: last, item }));
}

export function dropWaiting(room: string, pressId: string): void {
	drop(prefix(room) + pressId);
}

/** Rooms in which something waits: ids of presses hold no dot. */
const roomsWaiting = (): string[] => [
	...new Set(keptKeys(HEAD).map((key) => key.slice(HEAD.length, key.lastIndexOf(".")))),
];

/** What waits in a room, and how sending it goes. */
export interface Waiting {
	readonly waiting: readonly Outgoing[];
	/** What was just added and is being written to this browser's disk: not shown yet, but what comes next comes after it. */
	readonly coming: readonly Outgoing[];
	/** Whether the last try did not reach the server. */
	readonly stuck: boolean;
	/** Whether it was reached and could not keep it: its disk is full, or its folder closed. */
	readonly full: boolean;
	/** What the server refused last; taken back by the next that is added. */
	readonly refused: ApiProblem | null;
	/** Whether this browser could not keep something that waits: it is lost with the page. */
	readonly unkept: boolean;
}

const NOTHING: Waiting = { waiting: [], coming: [], stuck: false, full: false, refused: null, unkept: false };

export type Send = (room: string, item: Outgoing) => Promise<unknown>;

/**
 * Sends what was put into its rooms to the server, each room's things one after another in their order, through lost
 * connections, reloads and crashes; whatever page is open, and what an earlier one left behind.
 */
export class Outbox {
	private readonly rooms = new Map<string, Waiting>();
	private readonly busy = new Set<string>();
	private readonly told = new Set<() => void>();
	/** What this browser could not keep, or has not yet, by its press. */
	private readonly loose = new Set<string>();

	constructor(private readonly send: Send) {}

	readonly of = (room: string): Waiting => this.rooms.get(room) ?? NOTHING;

	/** How much waits in all rooms of that beginning. */
	readonly count = (head = ""): number =>
		[...this.rooms].reduce(
			(sum, [room, { waiting }]) => sum + (room.startsWith(head) ? waiting.length : 0),
			0,
		);

	readonly subscribe = (tell: () => void): (() => void) => {
		this.told.add(tell);
		return () => this.told.delete(tell);
	};

	/** Shows it once it is kept, so that what stands as done outlives the browser; a disk that does not answer is said. */
	readonly add = (room: string, item: Outgoing): void => {
		let shown = false;
		const show = (unkept: boolean) => {
			if (unkept) this.loose.add(item.press_id);
			else this.loose.delete(item.press_id);
			if (shown) {
				// The disk answered after all.
				this.put(room, { unkept: this.anyLoose(this.of(room).waiting) });
				return;
			}
			shown = true;
			const besides = ({ press_id }: Outgoing) => press_id !== item.press_id;
			const waiting = [...this.of(room).waiting.filter(besides), item];
			const coming = this.of(room).coming.filter(besides);
			this.put(room, { waiting, coming, refused: null, unkept: this.anyLoose(waiting) });
			void this.sendAll(room);
		};
		this.put(room, { coming: [...this.of(room).coming, item] });
		const slow = setTimeout(() => show(true), SLOW_MS);
		keepWaiting(room, item)
			.then(
				() => show(false),
				() => show(true),
			)
			.finally(() => clearTimeout(slow));
	};

	/** Looks from now on for what waits in this browser; the answer stops it. */
	readonly start = (): (() => void) => {
		const look = async () => {
			await lookAgain();
			for (const room of roomsWaiting()) this.read(room);
			for (const [room, { waiting }] of this.rooms) if (waiting.length > 0) void this.sendAll(room);
		};
		void look();
		const timer = setInterval(() => void look(), RETRY_MS);
		return () => clearInterval(timer);
	};

	/** Takes up what an earlier page, or another tab that has gone, left in a room. */
	private read(room: string): void {
		const known = new Set(this.of(room).waiting.map((item) => item.press_id));
		const kept = readWaiting(room);
		if (kept.some((item) => !known.has(item.press_id))) this.put(room, { waiting: kept });
	}

	private put(room: string, change: Partial<Waiting>): void {
		this.rooms.set(room, { ...this.of(room), ...change });
		for (const tell of this.told) tell();
	}

	private drop(room: string, item: Outgoing): void {
		dropWaiting(room, item.press_id);
		this.loose.delete(item.press_id);
		const waiting = this.of(room).waiting.filter((other) => other.press_id !== item.press_id);
		this.put(room, { waiting, stuck: false, full: false, unkept: this.anyLoose(waiting) });
	}

	private readonly anyLoose = (waiting: readonly Outgoing[]): boolean =>
		waiting.some(({ press_id }) => this.loose.has(press_id));

	private async sendAll(room: string): Promise<void> {
		if (this.busy.has(room)) return;
		this.busy.add(room);
		try {
			for (let [next] = this.of(room).waiting; next; [next] = this.of(room).waiting) {
				try {
					await this.send(room, next);
					this.drop(room, next);
				} catch (error) {
					// What the server refuses would block all after it; what did not arrive is tried again.
					if (!(error instanceof ApiProblem) || error.status !== 422) throw error;
					this.drop(room, next);
					this.put(room, { refused: error });
				}
			}
		} catch (error) {
			// The timer tries again.
			this.put(room, { stuck: true, full: error instanceof ApiProblem && error.status === FULL });
		} finally {
			this.busy.delete(room);
		}
	}
}
