import type { Finish, Frosting, Loaf, LoafTop, Run, Tip } from "../../api/types";
import { freeId, tenth } from "../editor/changes";

/** Changes to what is on top of a loaf, each giving a new document. */

const BARE: LoafTop = {
	crown: { mound_mm: 0, swell_mm: 0, texture: "smooth", texture_mm: 0 },
	clear: [],
	finishes: [],
	order: [],
	scatter: { items: [], seed: 1, apart_mm: 2, line_mm: 1, pins: [] },
};

export const topOf = (loaf: Loaf): LoafTop => loaf.top ?? BARE;

export const patchTop =
	(change: Partial<LoafTop>) =>
	(loaf: Loaf): Loaf => ({ ...loaf, top: { ...topOf(loaf), ...change } });

export const patchScatter =
	(change: Partial<LoafTop["scatter"]>) =>
	(loaf: Loaf): Loaf => {
		const top = topOf(loaf);
		return { ...loaf, top: { ...top, scatter: { ...top.scatter, ...change } } };
	};

export const patchFrosting =
	(change: Partial<Frosting>) =>
	(loaf: Loaf): Loaf =>
		loaf.frosting ? { ...loaf, frosting: { ...loaf.frosting, ...change } } : loaf;

const firstColour = (loaf: Loaf) => loaf.colours[0]?.id ?? "plain";

export const newTip = (loaf: Loaf): Tip => ({
	id: freeId("tip", loaf.frosting?.tips.map((tip) => tip.id) ?? []),
	name: "Round 10",
	kind: "plain",
	opening_mm: 10,
	thick_mm: 3,
	points: 6,
	holes: 9,
	land_mm: 15,
});

/** A name for a run of so called motifs that no other run has. */
export function runName(loaf: Loaf, label: string, except = ""): string {
	const taken = new Set(loaf.frosting?.runs.filter((run) => run.id !== except).map((run) => run.name));
	let name = label;
	for (let number = 2; taken.has(name); number += 1) name = `${label} ${number}`;
	return name;
}

/** Another motif for a run; a name that nobody has typed follows it. */
export const otherMotif =
	(id: string, kind: Run["motif"]["kind"], before: string, label: string) =>
	(loaf: Loaf): Loaf => {
		const run = loaf.frosting?.runs.find((item) => item.id === id);
		if (!run) return loaf;
		const follows = run.name === before || run.name.replace(/ \d+$/, "") === before;
		return patchRun(id, {
			motif: { ...run.motif, kind, height_mm: null },
			...(follows && { name: runName(loaf, label, id) }),
		})(loaf);
	};

export const newRun = (loaf: Loaf, tip: string): Run => ({
	id: freeId("run", loaf.frosting?.runs.map((run) => run.id) ?? []),
	name: runName(loaf, "Stars and kisses"),
	motif: { kind: "kiss", size_mm: 18, height_mm: null, five_weigh_g: null },
	tip,
	colours: [firstColour(loaf)],
	pattern: "rows",
	rows: 3,
	apart_mm: null,
	more_bags: [],
	overlap_percent: 0,
	across_mm: 0,
	spread_mm: null,
	points: "along",
	turn_deg: 0,
	wave_mm: 15,
	curve: [],
	from_mm: null,
	to_mm: null,
	bars: [],
	keeps_off: true,
	passes: 1,
	moved: [],
});

/** A frosting to start from: three rows of kisses. */
export function addFrosting(loaf: Loaf): Loaf {
	const tip = newTip(loaf);
	return {
		...loaf,
		frosting: {
			name: "Frosting",
			formula: null,
			mixed: "first",
			base: null,
			tips: [tip],
			runs: [newRun(loaf, tip.id)],
			bag_mm: 60,
			bag_ml: 350,
			practice_ml: 10,
			waste_percent: 10,
		},
	};
}

export function addRun(loaf: Loaf): Loaf {
	const frosting = loaf.frosting;
	if (!frosting) return addFrosting(loaf);
	const tips = frosting.tips.length > 0 ? frosting.tips : [newTip(loaf)];
	return {
		...loaf,
		frosting: { ...frosting, tips, runs: [...frosting.runs, newRun(loaf, tips[0]?.id ?? "tip")] },
	};
}

export const addTip = (loaf: Loaf): Loaf =>
	patchFrosting({ tips: [...(loaf.frosting?.tips ?? []), newTip(loaf)] })(loaf);

export const patchRun =
	(id: string, change: Partial<Run>) =>
	(loaf: Loaf): Loaf =>
		patchFrosting({
			runs: loaf.frosting?.runs.map((run) => (run.id === id ? { ...run, ...change } : run)) ?? [],
		})(loaf);

export const patchTip =
	(id: string, change: Partial<Tip>) =>
	(loaf: Loaf): Loaf =>
		patchFrosting({
			tips: loaf.frosting?.tips.map((tip) => (tip.id === id ? { ...tip, ...change } : tip)) ?? [],
		})(loaf);

/** A run less; with the last of them, and no base coat, the frosting goes as well. */
export const removeRun =
	(id: string) =>
	(loaf: Loaf): Loaf => {
		const runs = loaf.frosting?.runs.filter((run) => run.id !== id) ?? [];
		if (runs.length === 0 && !loaf.frosting?.base) return { ...loaf, frosting: null };
		return patchFrosting({ runs })(loaf);
	};

/** A thing put at a place of the list, counted from 0; ``order``: the list as it is. */
export const moveTo =
	(order: readonly string[], name: string, place: number) =>
	(loaf: Loaf): Loaf => {
		const rest = order.filter((other) => other !== name);
		rest.splice(Math.max(0, Math.min(place, rest.length)), 0, name);
		return patchTop({ order: rest })(loaf);
	};

export type Item = LoafTop["scatter"]["items"][number];

export const newItem = (pieces: string, count: number): Item => ({
	pieces,
	count,
	may_be_cut: false,
	placing: { kind: "strewn" },
	lies: "across",
	leans_deg: 0,
	sunk_mm: 0,
	rim: false,
	trail_mm: 0,
});

export const patchItem =
	(pieces: string, change: Partial<Item>) =>
	(loaf: Loaf): Loaf =>
		patchScatter({
			items: topOf(loaf).scatter.items.map((item) =>
				item.pieces === pieces ? { ...item, ...change } : item,
			),
		})(loaf);

/** Pieces no longer on the top: what held them goes with them. */
export const removeItem =
	(pieces: string) =>
	(loaf: Loaf): Loaf => {
		const { scatter } = topOf(loaf);
		return patchScatter({
			items: scatter.items.filter((item) => item.pieces !== pieces),
			pins: scatter.pins.filter((pin) => pin.pieces !== pieces),
		})(loaf);
	};

export const patchFinish =
	(id: string, change: Partial<Finish>) =>
	(loaf: Loaf): Loaf =>
		patchTop({
			finishes: topOf(loaf).finishes?.map((finish) => (finish.id === id ? { ...finish, ...change } : finish)),
		})(loaf);

/** Holds a piece where a hand put it, or moves one that is held. */
export const pinPiece =
	(pieces: string, number: number, x: number, y: number) =>
	(loaf: Loaf): Loaf => {
		const others = topOf(loaf).scatter.pins.filter((pin) => pin.pieces !== pieces || pin.number !== number);
		return patchScatter({ pins: [...others, { pieces, number, x: tenth(x), y: tenth(y) }] })(loaf);
	};

export const letGo =
	(pieces: string, number: number) =>
	(loaf: Loaf): Loaf =>
		patchScatter({
			pins: topOf(loaf).scatter.pins.filter((pin) => pin.pieces !== pieces || pin.number !== number),
		})(loaf);

type Moved = NonNullable<Run["moved"]>[number];

const patchMoved =
	(run: string, change: (moved: readonly Moved[]) => Moved[]) =>
	(loaf: Loaf): Loaf => {
		const moved = loaf.frosting?.runs?.find((item) => item.id === run)?.moved ?? [];
		return patchRun(run, { moved: change(moved) })(loaf);
	};

/** One motif of a run where a hand put it. */
export const moveMotif = (run: string, number: number, x: number, y: number) =>
	patchMoved(run, (moved) => [
		...moved.filter((item) => item.number !== number),
		{ number, x: tenth(x), y: tenth(y) },
	]);

/** A motif back in its run; without a number all of them. */
export const putBack = (run: string, number?: number) =>
	patchMoved(run, (moved) => moved.filter((item) => number !== undefined && item.number !== number));

export const newFinish = (loaf: Loaf): Finish => ({
	id: freeId("finish", topOf(loaf).finishes?.map((finish) => finish.id) ?? []),
	kind: "spritz",
	name: "Alcohol spritz",
	amount: 5,
	when: "in its turn",
});
