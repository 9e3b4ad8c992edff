import { expect, test } from "vitest";
import type { BarProposal } from "../../api/types";
import { joined } from "./proposals";
import { emptyOutcome } from "./stages";

const proposed = (what: Partial<BarProposal>): BarProposal => ({
	says: "",
	embeds: [],
	marbled: [],
	colours: [],
	faults: [],
	...what,
});

test("what is proposed is said once, and what else was written stays", () => {
	const hole = { kind: "voids", bad: 1, bars: [2], where: "by hand" };
	const outcome = {
		...emptyOutcome("cut", "2026-11-25"),
		embeds: [
			{ embed: "rod", bar: 2, across_mm: 9, up_mm: 9 },
			{ embed: "rod", bar: 3, across_mm: 1, up_mm: 1 },
		],
		faults: [hole, { ...hole, bars: [4] }],
		colours: [{ colour: "red", srgb: "#000000", how: "by eye" as const }],
	};
	const next = joined(outcome, [
		proposed({ embeds: [{ embed: "rod", bar: 2, across_mm: 0.4, up_mm: 30.1 }] }),
		proposed({ faults: [{ ...hole, where: "largest 5 mm wide" }] }),
	]);
	expect(next.embeds).toEqual([
		{ embed: "rod", bar: 3, across_mm: 1, up_mm: 1 },
		{ embed: "rod", bar: 2, across_mm: 0.4, up_mm: 30.1 },
	]);
	expect(next.faults?.map((fault) => [fault.bars, fault.where])).toEqual([
		[[4], "by hand"],
		[[2], "largest 5 mm wide"],
	]);
	expect(next.colours).toEqual(outcome.colours);
});
