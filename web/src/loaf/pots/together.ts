import type { Loaf, LoafPlan } from "../../api/types";
import { freeId } from "../editor/changes";

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
		const namesOf = (ids: readonly string[]) =>
			of.filter((casting) => ids.includes(casting.id)).map((casting) => casting.name);
		// A name that somebody gave stays; one that only counts what is in it counts anew.
		const given = first && first.name !== called(namesOf(first.casts)) ? first.name : null;
		const batch = {
			id:
				first?.id ??
				freeId(
					"batch",
					batches.map((item) => item.id),
				),
			name: given ?? called(namesOf(casts)),
			casts,
		};
		return { ...loaf, batches: [...batches.filter((item) => !joined.includes(item)), batch] };
	};
}

/** One casting in a pot of its own again; a batch of one is none. */
export const castAlone =
	(id: string) =>
	(loaf: Loaf): Loaf => ({
		...loaf,
		batches: (loaf.batches ?? [])
			.map((batch) => ({ ...batch, casts: batch.casts.filter((cast) => cast !== id) }))
			.filter((batch) => batch.casts.length > 1),
	});

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
