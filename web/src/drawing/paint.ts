import type { Loaf, LoafPlan } from "../api/types";
import type { FaceLook, RoundBand, Share } from "./face";
import type { Pressed, Specks } from "./specks";

export interface LayerPaint {
	readonly pour: string;
	readonly name: string;
	readonly low: number;
	readonly high: number;
	readonly shares: readonly Share[];
	readonly specks: readonly Specks[];
}

/** Looks a loaf's colours up for drawing. */
export function paintOf(document: Loaf, plan: LoafPlan) {
	// What nothing colours yet, and what was added since the last plan, is drawn as it is wished for.
	const shown = new Map(plan.colours.map((colour) => [colour.id, colour]));
	const srgb = new Map(
		document.colours.map((colour) => {
			const planned = shown.get(colour.id);
			return [colour.id, planned?.forecast ? planned.shown : colour.srgb];
		}),
	);
	const colour = (id: string) => srgb.get(id) ?? "#cccccc";
	const shares = (list: readonly { colour: string; percent: number }[]): Share[] =>
		list.map((share) => ({ srgb: colour(share.colour), percent: share.percent }));
	// Poured in several it is drawn in the first of them, under the bands of all.
	const pieceColour = (id: string) => {
		const piece = document.pieces.find((item) => item.id === id);
		return colour(piece?.poured?.colours[0]?.colour ?? piece?.colour ?? "");
	};
	const pieceBands = (id: string): RoundBand[] =>
		(plan.poured_pieces[id] ?? []).map((band) => ({ srgb: colour(band.colour), parts: band.parts }));
	const embedColour = (id: string) => colour(document.embeds.find((embed) => embed.id === id)?.colour ?? "");
	const inFace = new Map(plan.fills.map((fill) => [fill.ref, fill.in_face ?? []]));
	const specksOf = (step: string): Specks[] =>
		(inFace.get(step) ?? []).map(({ pieces, wide_mm, count }) => ({
			srgb: pieceColour(pieces),
			size: wide_mm,
			count,
		}));
	const pours = new Map(
		document.work.flatMap((step) => (step.do === "pour" ? [[step.id, step] as const] : [])),
	);
	const layers: LayerPaint[] = plan.layers.map((layer) => {
		const pour = pours.get(layer.pour);
		return {
			pour: layer.pour,
			name: pour?.name ?? "",
			low: layer.low_mm,
			high: layer.high_mm,
			shares: shares(pour?.colours ?? []),
			specks: specksOf(layer.pour),
		};
	});
	// What is pressed in before a later pour lies under it; only what comes after the last one shows on top.
	const lastPour = document.work.findLastIndex((step) => step.do === "pour");
	const pressed: Pressed[] = document.work
		.slice(lastPour + 1)
		.flatMap((step) =>
			step.do === "press"
				? specksOf(step.id).map((specks) => ({ ...specks, sunk: step.sunk_percent / 100 }))
				: [],
		);
	const base = document.frosting?.base;
	const coat = { mm: base?.thick_mm ?? 0, shares: shares(base?.colours ?? []) };
	return {
		colour,
		layers,
		pressed,
		coat,
		pieceColour,
		pieceBands,
		embedColour,
	};
}

export type Paint = ReturnType<typeof paintOf>;

/** A face of the planned loaf, ready to draw; ``outline`` is the mould's inside where it is cut, ``on`` what stands there. */
export function lookOf(
	paint: Paint,
	plan: LoafPlan,
	outline: readonly (readonly number[])[],
	on: LoafPlan["top"]["middle"] = plan.top.middle,
): FaceLook {
	const top = {
		crown: on.crown,
		coat: paint.coat,
		bumps: on.bumps.map(({ x, wide_mm, high_mm, up_mm, colour, kind }) => ({
			x,
			up: up_mm,
			wide: wide_mm,
			high: high_mm,
			srgb: paint.colour(colour),
			kind,
		})),
	};
	return { outline, level: plan.level_mm, layers: paint.layers, pressed: paint.pressed, top };
}

/** A fill for shares: a plain colour, or the pattern of that id. */
export const fillOf = (shares: readonly Share[], patternId: string): string =>
	shares.length > 1 ? `url(#${patternId})` : (shares[0]?.srgb ?? "#cccccc");
