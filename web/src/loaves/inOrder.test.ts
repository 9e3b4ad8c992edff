import { describe, expect, it } from "vitest";
import type { LoafSummary } from "../api/types";
import { inOrder } from "./inOrder";

const loaf = (name: string, stands: string, on: string | null = null) =>
	({ name, stands: { stands, on } }) as unknown as LoafSummary;
const LOAVES = [
	loaf("Quay 10", "cured", "2026-09-01"),
	loaf("Quay 2", "planned", "2026-12-05"),
	loaf("Alley", "begun", "2026-12-01"),
	loaf("Pier", "undated"),
];
const names = (...asked: [Parameters<typeof inOrder>[1], string]) =>
	inOrder(LOAVES, ...asked).map((item) => item.name);

describe("loaves on the list", () => {
	it("stand as they came, by name as people count, by day, or by how far they are", () => {
		expect(names("touched", "")).toEqual(["Quay 10", "Quay 2", "Alley", "Pier"]);
		expect(names("name", "")).toEqual(["Alley", "Pier", "Quay 2", "Quay 10"]);
		// What is cured has no day ahead of it, and what has none yet comes before it.
		expect(names("day", "")).toEqual(["Alley", "Quay 2", "Pier", "Quay 10"]);
		expect(names("state", "")).toEqual(["Alley", "Quay 2", "Pier", "Quay 10"]);
	});
	it("are found by every word of their name", () => {
		expect(names("name", "qu 1")).toEqual(["Quay 10"]);
		expect(names("name", "tower")).toEqual([]);
		expect(LOAVES.map((item) => item.name)).toEqual(["Quay 10", "Quay 2", "Alley", "Pier"]);
	});
});
