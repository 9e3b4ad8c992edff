import { type IDBPDatabase, openDB } from "idb";

/**
 * What this browser keeps of a person's work until the server has it: presses, readings, edits, notes.
 *
 * It lies in IndexedDB, written through to the disk before a write counts as done, so that it outlives a browser that
 * is killed; what was read once is at hand without waiting. Where a browser has no IndexedDB it lies in local storage,
 * which is written late.
 */
interface Store {
	keys(head: string): string[];
	get(key: string): string | null;
	/** Rejects where it cannot be kept. */
	set(key: string, text: string): Promise<void>;
	drop(key: string): Promise<void>;
	/** Looks what other tabs have kept or dropped since. */
	refresh(): Promise<void>;
}

/** Work; all else in local storage is how a person wants things to be, and stays there. */
const WORK = /^archtop\.(outbox|draft|outcome|rehearsal)\./;
const TABLE = "kept";

const inLocalStorage: Store = {
	// Listed first: taking one out while counting through would skip the next.
	keys: (head) =>
		Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "").filter((key) =>
			key.startsWith(head),
		),
	get: (key) => localStorage.getItem(key),
	set: async (key, text) => localStorage.setItem(key, text),
	drop: async (key) => localStorage.removeItem(key),
	refresh: async () => {},
};

class InDatabase implements Store {
	private texts = new Map<string, string>();
	private writes = 0;

	constructor(private readonly database: IDBPDatabase) {}

	readonly keys = (head: string) => [...this.texts.keys()].filter((key) => key.startsWith(head));
	readonly get = (key: string) => this.texts.get(key) ?? null;

	async set(key: string, text: string): Promise<void> {
		this.texts.set(key, text);
		this.writes += 1;
		const writing = this.write();
		await Promise.all([writing.store.put(text, key), writing.done]);
	}

	async drop(key: string): Promise<void> {
		this.texts.delete(key);
		this.writes += 1;
		const writing = this.write();
		await Promise.all([writing.store.delete(key), writing.done]);
	}

	async refresh(): Promise<void> {
		const before = this.writes;
		const reading = this.database.transaction(TABLE);
		const [keys, texts] = await Promise.all([reading.store.getAllKeys(), reading.store.getAll()]);
		// Written meanwhile: what was read is already old.
		if (this.writes === before) this.texts = new Map(keys.map((key, i) => [String(key), texts[i] as string]));
	}

	private write() {
		return this.database.transaction(TABLE, "readwrite", { durability: "strict" });
	}
}

let store: Store = inLocalStorage;

/** What an earlier version kept in local storage comes along. */
async function bringOver(to: Store): Promise<void> {
	for (const key of inLocalStorage.keys("").filter((name) => WORK.test(name))) {
		await to.set(key, inLocalStorage.get(key) ?? "");
		await inLocalStorage.drop(key);
	}
}

/** To be waited for before anything is drawn. */
export async function openKept(): Promise<void> {
	try {
		const database = await openDB("archtop", 1, { upgrade: (fresh) => void fresh.createObjectStore(TABLE) });
		const found = new InDatabase(database);
		await found.refresh();
		await bringOver(found);
		store = found;
	} catch {
		// Refused, or not there: local storage serves, as it did.
	}
}

export const keptKeys = (head: string): string[] => store.keys(head);
export const kept = (key: string): string | null => store.get(key);
export const keep = (key: string, text: string): Promise<void> => store.set(key, text);
/** What is no longer needed; that it could not be taken out harms nobody. */
export const drop = (key: string): void => void store.drop(key).catch(() => {});
export const lookAgain = (): Promise<void> => store.refresh().catch(() => {});
