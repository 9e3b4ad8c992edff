import { beforeEach, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import { dropDraft, keepDraft, readDraft } from "./draft";

const loaf = (name: string) => ({ name }) as Loaf;

beforeEach(() => localStorage.clear());

it("an edit waits for its own loaf until it is dropped", () => {
	keepDraft("1", 4, loaf("Mine"));
	expect(readDraft("1")).toEqual({ basedOn: 4, document: { name: "Mine" } });
	expect(readDraft("2")).toBeNull();
	dropDraft("1");
	expect(readDraft("1")).toBeNull();
});

it("the latest edit is the one that waits", () => {
	keepDraft("1", 4, loaf("First"));
	keepDraft("1", 4, loaf("Second"));
	expect(readDraft("1")?.document.name).toBe("Second");
});

it("one that was cut off is none", () => {
	localStorage.setItem("archtop.draft.1", '{"basedOn": 4, "doc');
	expect(readDraft("1")).toBeNull();
});
