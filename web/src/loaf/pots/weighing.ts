import type { Loaf, LoafPlan } from "../../api/types";

type Scales = LoafPlan["scales"];

/** So much more batter in one pot, so that the scale can weigh it; what was asked for before counts too. */
export const mixMore =
	(pot: string, grams: number) =>
	(loaf: Loaf): Loaf => {
		const more = loaf.sizing.more ?? [];
		const before = more.find((item) => item.pot === pot)?.grams ?? 0;
		const others = more.filter((item) => item.pot !== pot);
		return { ...loaf, sizing: { ...loaf.sizing, more: [...others, { pot, grams: before + grams }] } };
	};

/** Another scale; the one for small amounts shows the same unit, and is never the coarser of the two. */
export function weighOn(scale: Scales["main"], { fine, offered }: Scales) {
	const finest = offered.find((other) => other.unit === scale.unit)?.step_g ?? scale.step_g;
	const small = fine.unit === scale.unit ? fine.step_g : finest;
	return (loaf: Loaf): Loaf => ({
		...loaf,
		sizing: { ...loaf.sizing, scale_step_g: scale.step_g, fine_step_g: Math.min(scale.step_g, small) },
	});
}

/** What is usually weighed in each unit: a gram and a tenth, a hundredth of an ounce and a thousandth. */
const USUAL = { g: [1, 0.1], oz: [0.01, 0.001] } as const;

/** The same loaf on scales that read the other unit, to the usual steps of that. */
export function weighIn(unit: "g" | "oz", { offered }: Scales) {
	const [main, fine] = USUAL[unit].map((step) =>
		offered.find((scale) => scale.unit === unit && Math.abs(scale.step_g / scale.unit_g - step) < 1e-9),
	);
	return (loaf: Loaf): Loaf =>
		main && fine
			? { ...loaf, sizing: { ...loaf.sizing, scale_step_g: main.step_g, fine_step_g: fine.step_g } }
			: loaf;
}
