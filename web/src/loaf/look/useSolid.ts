import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { cutSolid, drawSolid, tellSolid } from "../../api/solids";
import type { CutThrough, Loaf, SolidIn, SolidTold } from "../../api/types";

export type Age = NonNullable<SolidIn["age"]>;

export interface Asked {
	readonly seed: number;
	readonly age: Age;
	/** Piped so long after its batter was mixed; nothing: when it should be. */
	readonly frostingMin: number | null;
	/** With the white veil that the open air may leave. */
	readonly ash: boolean;
	/** Not yet: something else comes first. */
	readonly later: boolean;
}

interface Solid {
	readonly glb: ArrayBuffer | undefined;
	readonly told: SolidTold | undefined;
	readonly drawing: boolean;
	readonly error: Error | null;
}

/** A planned loaf as solids, and in words. */
export function useSolid(document: Loaf, loaf: string, { seed, age, frostingMin, ash, later }: Asked): Solid {
	const body = { document, loaf, seed, later_min: 0, age, frosting_min: frostingMin, ash };
	const kept = { placeholderData: keepPreviousData, staleTime: Number.POSITIVE_INFINITY, gcTime: 60_000 };
	const key = [loaf, document, seed, age, frostingMin, ash];
	const drawn = useQuery({
		queryKey: ["solid", ...key],
		queryFn: () => drawSolid(body),
		enabled: !later,
		...kept,
	});
	const told = useQuery({
		queryKey: ["solid words", ...key],
		queryFn: () => tellSolid(body),
		enabled: !later,
		...kept,
	});
	return { glb: drawn.data, told: told.data, drawing: drawn.isFetching, error: drawn.error };
}

/** What is seen where it is cut through. */
export interface Cut {
	/** From the front [mm]. */
	readonly at: number;
	readonly seen: CutThrough | undefined;
}

/** The loaf cut through at a place along it; nothing where it is whole. The last picture stands until the next is there. */
export function useCut(
	document: Loaf,
	loaf: string,
	asked: Omit<Asked, "later">,
	at: number | null,
): Cut | null {
	const { seed, age, frostingMin, ash } = asked;
	const { data } = useQuery({
		queryKey: ["solid cut", loaf, document, seed, age, frostingMin, ash, at],
		queryFn: () =>
			cutSolid({ document, loaf, seed, later_min: 0, age, frosting_min: frostingMin, ash, at_mm: at ?? 0 }),
		enabled: at !== null,
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 60_000,
	});
	return at === null ? null : { at, seen: data };
}
