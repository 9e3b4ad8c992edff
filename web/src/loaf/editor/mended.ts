import type { Loaf, Problem } from "../../api/types";

type Mend = Problem["mends"][number];
type Json = Record<string, unknown> | unknown[];

/** A document with a remedy in it: the value put at its field, or behind what that list holds. */
export const mended =
	(mend: Mend) =>
	(loaf: Loaf): Loaf =>
		put(loaf as unknown as Json, mend.field.split("."), mend) as unknown as Loaf;

function put(here: Json, [part = "", ...rest]: string[], mend: Mend): Json {
	const copy = (Array.isArray(here) ? [...here] : { ...here }) as Record<string, unknown>;
	const there = copy[part];
	if (rest.length) copy[part] = put((there ?? {}) as Json, rest, mend);
	else copy[part] = mend.append ? [...((there as unknown[] | undefined) ?? []), mend.value] : mend.value;
	return copy;
}
