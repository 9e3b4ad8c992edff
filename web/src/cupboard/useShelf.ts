import { useMutation, useQueryClient } from "@tanstack/react-query";
import { takeOutOfCupboard } from "../api/cupboard";
import { cupboardQuery } from "../api/queries";

/** Puts things into the cupboard and takes them out; ``refused``: why something may not be taken out. */
export function useShelf<T>(
	kind: "scent" | "colourant" | "additive",
	putItem: (item: T) => Promise<unknown>,
) {
	const queries = useQueryClient();
	const refresh = { onSuccess: () => queries.invalidateQueries({ queryKey: cupboardQuery.queryKey }) };
	const put = useMutation({ mutationFn: putItem, ...refresh });
	const take = useMutation({ mutationFn: (key: string) => takeOutOfCupboard(kind, key), ...refresh });
	return { put: put.mutateAsync, take: take.mutate, refused: take.error };
}

/** A key made from a name: small letters, digits and dashes. */
export function keyOf(name: string, taken: readonly string[]): string {
	const stem =
		name
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, "-")
			.replace(/^-|-$/g, "")
			.slice(0, 36) || "item";
	if (!taken.includes(stem)) return stem;
	let n = 2;
	while (taken.includes(`${stem}-${n}`)) n += 1;
	return `${stem}-${n}`;
}
