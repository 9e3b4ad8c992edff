import type { Dust, Embed, Hanger, Loaf, Mould, Pour, Press, Prop, Stick } from "../../api/types";

/** Changes to a document, each giving a new one. Ids are kept: the bench log and the drawing hold on to them. */

export const patchEmbed =
	(id: string, patch: Partial<Embed>) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		embeds: loaf.embeds.map((embed) => (embed.id === id ? { ...embed, ...patch } : embed)),
	});

/** A step of one kind changed, found by its own name. */
const patching =
	<Kind extends Pour | Press | Hanger | Stick | Dust | Prop>(kind: Kind["do"]) =>
	(id: string, patch: Partial<Kind>) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		work: loaf.work.map((step) => (step.do === kind && step.id === id ? { ...step, ...patch } : step)),
	});

export const patchPour = patching<Pour>("pour");
export const patchPress = patching<Press>("press");
export const patchProp = patching<Prop>("prop");
export const patchHanger = patching<Hanger>("hanger");
export const patchStick = patching<Stick>("stick");
export const patchDust = patching<Dust>("dust");

/** Millimetres as they are kept: to a tenth. */
export const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** An id that is not taken: ``stem``, ``stem-2``, ``stem-3``… */
export function freeId(stem: string, taken: readonly string[]): string {
	if (!taken.includes(stem)) return stem;
	let n = 2;
	while (taken.includes(`${stem}-${n}`)) n += 1;
	return `${stem}-${n}`;
}

const pourIds = (loaf: Loaf) => loaf.work.flatMap((step) => (step.do === "lay" ? [] : [step.id]));

/** Small pieces pressed half into what has been poured so far. */
export const addPress =
	(pieces: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		work: [
			...loaf.work,
			{ do: "press", id: freeId("press", pourIds(loaf)), pieces, count: 1, sunk_percent: 50 },
		],
	});

/** A stick drawn through what has been poured, its way still to be drawn. */
export const addStick = (loaf: Loaf): Loaf => ({
	...loaf,
	work: [
		...loaf.work,
		{
			do: "stick",
			id: freeId("stick", pourIds(loaf)),
			name: "Stick",
			deep_mm: 15,
			wide_mm: 5,
			strokes: [],
		},
	],
});

/** A wire drawn through everything poured. */
export const addHanger = (loaf: Loaf): Loaf => ({
	...loaf,
	work: [
		...loaf.work,
		{
			do: "hanger",
			id: freeId("hanger", pourIds(loaf)),
			name: "Hanger",
			shape: "up and down",
			turns: 4,
			path: [],
			wire_mm: 3,
		},
	],
});

/** What holds a column from when it is laid in until the last pour is in. */
export const addProp =
	(embed: string) =>
	(loaf: Loaf): Loaf => {
		const at = loaf.work.findIndex((step) => step.do === "lay" && step.embed === embed) + 1;
		const after = loaf.work.slice(at).findLast((step) => step.do === "pour");
		const prop: Prop = {
			do: "prop",
			id: freeId("prop", pourIds(loaf)),
			name: "Skewers",
			embed,
			until: after?.do === "pour" ? after.id : null,
		};
		return { ...loaf, work: [...loaf.work.slice(0, at), prop, ...loaf.work.slice(at)] };
	};

/** Alcohol before the last pour, or over a single one. */
export const addSpritz = (loaf: Loaf): Loaf =>
	beforeTheLast(loaf, { do: "spritz", id: freeId("spritz", pourIds(loaf)), name: "Spritz" });

export const renameSpritz =
	(id: string, name: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		work: loaf.work.map((step) => (step.do === "spritz" && step.id === id ? { ...step, name } : step)),
	});

/** A step put before the last pour, or after a single one. */
function beforeTheLast(loaf: Loaf, step: Loaf["work"][number]): Loaf {
	const lastPour = loaf.work.findLastIndex((item) => item.do === "pour");
	const at = loaf.work.filter((item) => item.do === "pour").length > 1 ? lastPour : loaf.work.length;
	return { ...loaf, work: [...loaf.work.slice(0, at), step, ...loaf.work.slice(at)] };
}

/** A line of powder under the last pour, or on top of a single one. */
export const addDust = (loaf: Loaf): Loaf => {
	const line: Dust = {
		do: "dust",
		id: freeId("line", pourIds(loaf)),
		name: "Line",
		colour: loaf.colours[0]?.id ?? "plain",
		amount_g: 1.5,
	};
	return beforeTheLast(loaf, line);
};

/** A round column along the middle, laid before the last pour. */
export function addEmbed(loaf: Loaf): Loaf {
	const id = freeId(
		"column",
		loaf.embeds.map((embed) => embed.id),
	);
	const size = Math.round(Math.min(loaf.mould.width_mm, loaf.mould.height_mm) * 0.4);
	const embed: Embed = {
		id,
		name: `Column ${loaf.embeds.length + 1}`,
		outline: { kind: "circle", diameter_mm: size },
		across_mm: 0,
		up_mm: Math.round(loaf.mould.height_mm / 2),
		turn_deg: 0,
		from_mm: 0,
		length_mm: loaf.mould.length_mm,
		colour: loaf.colours[0]?.id ?? "plain",
		formula: null,
		casting: {
			material: "silicone",
			mould_length_mm: loaf.mould.length_mm + 20,
			trim_mm: 5,
			of: "batter",
			moulds: 1,
		},
		seam: "none",
		front: "either",
	};
	const lastPour = loaf.work.findLastIndex((step) => step.do === "pour");
	// With a single pour there is nothing to lay it on: it goes in after, and the batter rises around it.
	const at = pourIds(loaf).length > 1 ? lastPour : loaf.work.length;
	return {
		...loaf,
		embeds: [...loaf.embeds, embed],
		work: [...loaf.work.slice(0, at), { do: "lay", embed: id }, ...loaf.work.slice(at)],
	};
}

/**
 * The loaf in another mould; what would stand over its rim is lowered as the rim is. Cups begin with a whole tray.
 */
export const inMould =
	(mould: Mould) =>
	(loaf: Loaf): Loaf => {
		const highest = Math.max(...loaf.work.map((step) => (step.do === "pour" ? step.to_mm : 0)));
		const lower = highest > mould.height_mm ? mould.height_mm / loaf.mould.height_mm : 1;
		const trays = mould.kind === "cup" && loaf.mould.kind !== "cup";
		const one = mould.kind === "box" && loaf.mould.kind === "cup";
		return {
			...loaf,
			mould,
			moulds: trays ? mould.cavities : one ? 1 : (loaf.moulds ?? 1),
			work: loaf.work.map((step) =>
				step.do === "pour" ? { ...step, to_mm: tenth(step.to_mm * lower) } : step,
			),
		};
	};

/** Where small pieces are used: steps of the work, and how many are strewn on top. */
export const usesOf = (loaf: Loaf, id: string) => ({
	steps: loaf.work.filter(
		(step) =>
			(step.do === "press" && step.pieces === id) ||
			(step.do === "pour" && step.pieces.some((item) => item.pieces === id)),
	).length,
	onTop: loaf.top?.scatter?.items?.find((item) => item.pieces === id)?.count ?? 0,
});

/** Small pieces taken out, wherever they are stirred in, pressed in, strewn or cast together. */
export const removePieces =
	(id: string) =>
	(loaf: Loaf): Loaf => {
		const scatter = loaf.top?.scatter;
		const others = (cast: string) => cast !== `cast-${id}` && cast !== `cast-${id}-figures`;
		return {
			...loaf,
			pieces: loaf.pieces.filter((piece) => piece.id !== id),
			work: loaf.work
				.filter((step) => !(step.do === "press" && step.pieces === id))
				.map((step) =>
					step.do === "pour" ? { ...step, pieces: step.pieces.filter((item) => item.pieces !== id) } : step,
				),
			top: scatter
				? {
						...loaf.top,
						scatter: {
							...scatter,
							items: (scatter.items ?? []).filter((item) => item.pieces !== id),
							pins: (scatter.pins ?? []).filter((pin) => pin.pieces !== id),
						},
					}
				: loaf.top,
			batches: (loaf.batches ?? [])
				.map((batch) => ({ ...batch, casts: batch.casts.filter(others) }))
				.filter((batch) => batch.casts.length > 0),
		};
	};

export const removeEmbed =
	(id: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		embeds: loaf.embeds.filter((embed) => embed.id !== id),
		work: loaf.work.filter((step) => !((step.do === "lay" || step.do === "prop") && step.embed === id)),
	});

/** A pour on top of all, halfway to the rim. */
export const addPour =
	(levelMm: number) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		work: [
			...loaf.work,
			{
				do: "pour",
				id: freeId("pour", pourIds(loaf)),
				name: `Pour ${pourIds(loaf).length + 1}`,
				to_mm: Math.round(Math.max((levelMm + loaf.mould.height_mm) / 2, levelMm + 1)),
				colours: [{ colour: loaf.colours[0]?.id ?? "plain", percent: 100 }],
				by: "level",
				under_mm: 10,
				batter_ml: 250,
				shreds: [],
				fall_mm: 5,
				technique: { kind: "layer" },
				shaped: [],
				pieces: [],
			},
		],
	});

export const removeStep =
	(index: number) =>
	(loaf: Loaf): Loaf => {
		const gone = loaf.work[index];
		const work = loaf.work.filter((_, i) => i !== index);
		if (gone?.do !== "pour") return { ...loaf, work };
		// What was to come out after it stays until the loaf is firm.
		const left = work.map((step) =>
			step.do === "prop" && step.until === gone.id ? { ...step, until: null } : step,
		);
		return { ...loaf, work: left };
	};

/** Moves a step of the work up (−1) or down (+1). */
export const moveStep =
	(index: number, by: -1 | 1) =>
	(loaf: Loaf): Loaf => {
		const work = [...loaf.work];
		const [step] = work.splice(index, 1);
		if (!step) return loaf;
		work.splice(Math.max(0, index + by), 0, step);
		return { ...loaf, work };
	};

export const addColour = (loaf: Loaf): Loaf => ({
	...loaf,
	colours: [
		...loaf.colours,
		{
			id: freeId(
				"colour",
				loaf.colours.map((colour) => colour.id),
			),
			name: `Colour ${loaf.colours.length + 1}`,
			srgb: "#7a8b99",
			colourants: [],
			additives: [],
			scent: null,
		},
	],
});
