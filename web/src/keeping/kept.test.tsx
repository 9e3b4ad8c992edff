import "fake-indexeddb/auto";
import { openDB } from "idb";
import { beforeEach, describe, expect, it, vi } from "vitest";

type Kept = typeof import("./kept");

/** A page as it is opened: with nothing in memory. */
async function page(): Promise<Kept> {
	vi.resetModules();
	const opened = await import("./kept");
	await opened.openKept();
	return opened;
}

const written = async () => {
	const database = await openDB("archtop");
	const keys = (await database.getAllKeys("kept")).map(String);
	database.close();
	return keys.sort();
};

beforeEach(async () => {
	localStorage.clear();
	const database = await openDB("archtop", 1, { upgrade: (fresh) => void fresh.createObjectStore("kept") });
	await database.clear("kept");
	database.close();
});

describe("what this browser keeps", () => {
	it("is in the database once it counts as kept, and there for the next page", async () => {
		const one = await page();
		await one.keep("archtop.outbox.bench.1.a", "pressed");
		expect(await written()).toEqual(["archtop.outbox.bench.1.a"]);
		expect(localStorage.length).toBe(0);
		const next = await page();
		expect(next.kept("archtop.outbox.bench.1.a")).toBe("pressed");
		expect(next.keptKeys("archtop.outbox.bench.")).toEqual(["archtop.outbox.bench.1.a"]);
		expect(next.keptKeys("archtop.draft.")).toEqual([]);
	});

	it("can be taken out", async () => {
		const one = await page();
		await one.keep("archtop.draft.1", "edited");
		one.drop("archtop.draft.1");
		expect(one.kept("archtop.draft.1")).toBeNull();
		await vi.waitFor(async () => expect(await written()).toEqual([]));
	});

	it("shows what another tab has kept or sent, once it is looked for", async () => {
		const one = await page();
		await one.keep("archtop.outbox.bench.1.a", "mine");
		const other = await page();
		await other.keep("archtop.outbox.bench.1.b", "theirs");
		expect(one.kept("archtop.outbox.bench.1.b")).toBeNull();
		await one.lookAgain();
		expect(one.kept("archtop.outbox.bench.1.b")).toBe("theirs");
		other.drop("archtop.outbox.bench.1.a");
		await one.lookAgain();
		expect(one.kept("archtop.outbox.bench.1.a")).toBeNull();
	});

	it("does not forget what is written while it looks", async () => {
		const one = await page();
		const looking = one.lookAgain();
		const keeping = one.keep("archtop.draft.1", "edited");
		await Promise.all([looking, keeping]);
		expect(one.kept("archtop.draft.1")).toBe("edited");
	});

	it("comes along from where an earlier version kept it; how a person wants things stays", async () => {
		localStorage.setItem("archtop.outbox.bench.1.old", "pressed long ago");
		localStorage.setItem("archtop.units", "us");
		const one = await page();
		expect(one.kept("archtop.outbox.bench.1.old")).toBe("pressed long ago");
		expect(localStorage.getItem("archtop.outbox.bench.1.old")).toBeNull();
		expect(localStorage.getItem("archtop.units")).toBe("us");
		expect(await written()).toEqual(["archtop.outbox.bench.1.old"]);
	});

	it("says so where it cannot be kept, and has it at hand all the same", async () => {
		const one = await page();
		const full = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
			throw new DOMException("no room", "QuotaExceededError");
		});
		await expect(one.keep("archtop.draft.1", "edited")).rejects.toThrow();
		full.mockRestore();
		expect(one.kept("archtop.draft.1")).toBe("edited");
	});

	it("serves from local storage where there is no database", async () => {
		vi.stubGlobal("indexedDB", undefined);
		const one = await page();
		await one.keep("archtop.draft.1", "edited");
		vi.unstubAllGlobals();
		expect(localStorage.getItem("archtop.draft.1")).toBe("edited");
		expect(one.kept("archtop.draft.1")).toBe("edited");
	});
});
