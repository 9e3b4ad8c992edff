import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiProblem, seasonQuery, todayQuery } from "../api/queries";
import type { Season } from "../api/types";

/** The season and its changes: each answers with the season as it then stands. */
export function useSeason() {
	const cache = useQueryClient();
	const { data } = useQuery(seasonQuery);
	const change = useMutation({
		mutationFn: (call: () => Promise<Season>) => call(),
		onSuccess: (season) => {
			cache.setQueryData(seasonQuery.queryKey, season);
			void cache.invalidateQueries({ queryKey: todayQuery.queryKey });
		},
	});
	const problem = change.error instanceof ApiProblem ? change.error.report : null;
	return {
		season: data,
		change: (call: () => Promise<Season>) => change.mutate(call),
		busy: change.isPending,
		problem,
	};
}

export type Change = ReturnType<typeof useSeason>["change"];
