import { describe, expect, it } from "vitest";
import type { MotifKind } from "../../api/types";
import { motifPatches, sidePath } from "./motifLook";

const KINDS: MotifKind[] = [
	"kiss",
	"ball",
	"coil",
	"scallop",
	"rope",
	"ruffle",
	"leaf",
	"tuft",
	"blossom",
	"vine",
	"cloud",
];
const numbers = (d: string) => (d.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

describe("motifs drawn", () => {
	it.each(KINDS)("%s: with a body or beads, and nothing that is no number", (kind) => {
		const patches = motifPatches(kind, 20, 14);
		expect(patches.some((patch) => patch.tone === "body" || patch.tone === "bead")).toBe(true);
		for (const { d } of patches) {
			expect(d).not.toMatch(/NaN|Infinity/);
			expect(Math.max(...numbers(d).map(Math.abs))).toBeLessThan(30);
		}
	});

	it("stands as high and as wide as it is", () => {
		for (const kind of [...KINDS, "piece"]) {
			const seen = numbers(sidePath(kind, 20, 8));
			expect(Math.min(...seen)).toBeGreaterThanOrEqual(-10.01);
			expect(Math.max(...seen)).toBeLessThanOrEqual(11);
		}
	});

	it("is another picture for every motif", () => {
		const looks = KINDS.map((kind) =>
			motifPatches(kind, 20, 20)
				.map((patch) => patch.d)
				.join(" "),
		);
		expect(new Set(looks).size).toBe(KINDS.length);
	});
});
