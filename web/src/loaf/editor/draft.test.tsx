import { beforeEach, expect, it, vi } from "vitest";
import type { Loaf } from "../../api/types";
import { dropDraft, keepDraft, readDraft } from "./draft";

const loaf = (name: string) => ({ name }) as Loaf;

beforeEach(() => localStorage.clear());

it("an edit waits for its own loaf until it is dropped", () => {
	keepDraft("1", 4, loaf("Mine"));
	expect(readDraft("1")).toMatchObject({ basedOn: 4, document: { name: "Mine" } });
	expect(readDraft("2")).toBeNull();
	dropDraft("1");
	expect(readDraft("1")).toBeNull();
});

it("the latest edit is the one that waits", () => {
	keepDraft("1", 4, loaf("First"));
	keepDraft("1", 4, loaf("Second"));
	expect(readDraft("1")?.document.name).toBe("Second");
});

it("what a tab that has gone left behind becomes this one’s, the latest of them", () => {
	localStorage.setItem("archtop.draft.1.gone", JSON.stringify({ basedOn: 3, document: loaf("Left"), at: 2 }));
	localStorage.setItem(
		"archtop.draft.1.older",
		JSON.stringify({ basedOn: 3, document: loaf("Older"), at: 1 }),
	);
	expect(readDraft("1")?.document.name).toBe("Left");
	// The other stays for the next time; this one is written over by nobody else.
	dropDraft("1");
	expect(localStorage.getItem("archtop.draft.1.older")).not.toBeNull();
});

it("says so where this browser cannot keep it", async () => {
	const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
		throw new DOMException("no room", "QuotaExceededError");
	});
	await expect(keepDraft("1", 4, loaf("Mine"))).rejects.toThrow("no room");
	full.mockRestore();
});

it("one that was cut off is none", () => {
	localStorage.setItem("archtop.draft.1", '{"basedOn": 4, "doc');
	expect(readDraft("1")).toBeNull();
});
