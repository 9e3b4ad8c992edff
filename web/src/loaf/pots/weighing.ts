import type { Loaf } from "../../api/types";

/** So much more batter in one pot, so that the scale can weigh it; what was asked for before counts too. */
export const mixMore =
	(pot: string, grams: number) =>
	(loaf: Loaf): Loaf => {
		const more = loaf.sizing.more ?? [];
		const before = more.find((item) => item.pot === pot)?.grams ?? 0;
		const others = more.filter((item) => item.pot !== pot);
		return { ...loaf, sizing: { ...loaf.sizing, more: [...others, { pot, grams: before + grams }] } };
	};

/** Another scale; the one for small amounts is never the coarser of the two. */
export const weighFiner =
	(stepG: number) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		sizing: {
			...loaf.sizing,
			scale_step_g: stepG,
			fine_step_g: Math.min(stepG, loaf.sizing.fine_step_g ?? stepG),
		},
	});
