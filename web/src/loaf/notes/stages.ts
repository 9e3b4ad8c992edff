import type { LoafOutcome, Photo, Stage } from "../../api/types";

/** The moments at which a loaf is looked at, in their order. */
export const STAGES: readonly (readonly [Stage, string])[] = [
	["unmoulded", "Unmoulded"],
	["cut", "Cut"],
	["one week", "One week"],
	["cured", "Cured"],
];

/** What a photograph of each moment shows. */
export const PHOTO_KINDS: Record<Stage, Photo["kind"]> = {
	unmoulded: "top",
	cut: "cut face",
	"one week": "one week",
	cured: "cured",
};

/** Nothing looked at yet. */
export const emptyOutcome = (stage: Stage, on: string): LoafOutcome => ({
	stage,
	on,
	level_mm: null,
	bars: null,
	weights: [],
	faults: [],
	ash: null,
	scent: null,
	colours: [],
	embeds: [],
	marbled: [],
	left: [],
	verdict: null,
	notes: "",
});

/** The first moment that nothing is written down of. */
export const nextStage = (written: readonly LoafOutcome[]): Stage =>
	STAGES.find(([stage]) => !written.some((item) => item.stage === stage))?.[0] ?? "cured";
