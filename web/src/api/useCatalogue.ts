import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "./queries";
import type { CatalogueEntry } from "./types";

type Family =
	| "techniques"
	| "ways"
	| "steps"
	| "motifs"
	| "tips"
	| "finishes"
	| "outlines"
	| "moulds"
	| "column_pours"
	| "placings"
	| "stages"
	| "additive_stages";

const NONE: readonly CatalogueEntry[] = [];

/** Every kind of one family, in the order it is offered; none until the server has told them. */
export function useCatalogue(family: Family): readonly CatalogueEntry[] {
	return useQuery(catalogueQuery).data?.[family] ?? NONE;
}

/** Kinds as a select shows them. */
export function optionsOf<K extends string>(entries: readonly CatalogueEntry[]): (readonly [K, string])[] {
	return entries.map((entry) => [entry.kind as K, entry.label] as const);
}

/** Whether something is true of a kind. */
export const isSo = (entries: readonly CatalogueEntry[], kind: string, trait: string): boolean =>
	entries.some((entry) => entry.kind === kind && entry.traits?.includes(trait));

/** A new one of a kind: its defaults, and a colour of the loaf wherever it needs one. */
export function freshOf<T>(entries: readonly CatalogueEntry[], kind: string, colour = ""): T {
	const entry = entries.find((item) => item.kind === kind);
	const colours = Object.fromEntries((entry?.colours ?? []).map((field) => [field, colour]));
	return { ...entry?.defaults, ...colours, kind } as T;
}
