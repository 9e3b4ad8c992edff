const KEY = "archtop.tab";
const lockOf = (tab: string) => `archtop.tab.${tab}`;

/** One of so many that no two tabs of a browser meet. */
const newName = () => `${Date.now().toString(36)}${Math.random().toString(36).slice(2)}`;

let own = "";
let alive: ReadonlySet<string> = new Set();

/** Holds a name as long as the tab lives; ``false``: another tab has it. */
const hold = (tab: string): Promise<boolean> =>
	new Promise((answer) => {
		void navigator.locks.request(lockOf(tab), { ifAvailable: true }, (lock) => {
			answer(lock !== null);
			return lock && new Promise(() => {});
		});
	});

/** This tab gets its name: the one it had before a reload, but for a tab that was copied from another. */
export async function nameTab(): Promise<void> {
	own = sessionStorage.getItem(KEY) ?? newName();
	// Where it is no secure place a browser tells nothing of other tabs.
	if (navigator.locks) {
		if (!(await hold(own))) {
			own = newName();
			await hold(own);
		}
		const { held = [] } = await navigator.locks.query();
		alive = new Set(held.map((lock) => lock.name ?? ""));
	}
	sessionStorage.setItem(KEY, own);
}

export const thisTab = (): string => own;
/** Whether another tab was there when this one was opened. */
export const livesElsewhere = (tab: string): boolean => tab !== own && alive.has(lockOf(tab));
