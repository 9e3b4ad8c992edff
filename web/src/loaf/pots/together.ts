import type { Loaf, LoafPlan } from "../../api/types";
import { freeId } from "../editor/changes";

type Batch = NonNullable<Loaf["batches"]>[number];

/** A casting as the plan tells it, and the pot that it is mixed in. */
export interface Casting {
	readonly id: string;
	readonly name: string;
	readonly formula: string;
	readonly pot: string;
}

/** Everything that is cast, each thing once however often its mould is filled: a batch takes all of its fillings. */
export const castingsOf = (plan: Pick<LoafPlan, "pots">): Casting[] => {
	const all = plan.pots.flatMap((pot) =>
		pot.casts.map((cast) => ({ id: cast.together, name: cast.thing, formula: pot.formula, pot: pot.id })),
	);
	return all.filter((casting, at) => all.findIndex(({ id }) => id === casting.id) === at);
};

/** These castings out of one pot; what they were mixed with before comes along. */
export function castTogether(of: readonly Casting[], ids: readonly string[]) {
	return (loaf: Loaf): Loaf => {
		const batches = loaf.batches ?? [];
		const joined = batches.filter((batch) => batch.casts.some((cast) => ids.includes(cast)));
		const casts = [...new Set([...joined.flatMap((batch) => batch.casts), ...ids])];
		const first = joined[0];
		const batch = {
			id:
				first?.id ??
				freeId(
					"batch",
					batches.map((item) => item.id),
				),
			name: nameFor(of, casts, first),
			casts,
		};
		return { ...loaf, batches: [...batches.filter((item) => !joined.includes(item)), batch] };
	};
}

/** One casting in a pot of its own again; a batch of one is none. */
export const castAlone =
	(of: readonly Casting[], id: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		batches: (loaf.batches ?? [])
			.map((batch) => {
				const casts = batch.casts.filter((cast) => cast !== id);
				return casts.length === batch.casts.length
					? batch
					: { ...batch, casts, name: nameFor(of, casts, batch) };
			})
			.filter((batch) => batch.casts.length > 1),
	});

/** A name that somebody gave stays; one that only tells what is in a batch tells it anew. */
function nameFor(of: readonly Casting[], casts: readonly string[], before: Batch | undefined): string {
	const namesOf = (ids: readonly string[]) =>
		of.filter((casting) => ids.includes(casting.id)).map((casting) => casting.name);
	return before && before.name !== called(namesOf(before.casts)) ? before.name : called(namesOf(casts));
}

/** A batch by what it fills, as long as that can be read. */
const called = (names: readonly string[]): string =>
	names.length > 2 ? `${names[0]} and ${names.length - 1} more` : names.join(" and ");

export const dissolve =
	(id: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		batches: (loaf.batches ?? []).filter((batch) => batch.id !== id),
	});

export const rename =
	(id: string, name: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		batches: (loaf.batches ?? []).map((batch) => (batch.id === id ? { ...batch, name } : batch)),
	});
