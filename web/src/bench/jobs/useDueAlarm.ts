import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { todayQuery } from "../../api/queries";
import type { BenchJob } from "../../api/types";
import { now } from "../../ui/wallClock";
import { alarm } from "../alarm";

// Timers run over beyond about three weeks: what is so far away is looked at again.
const LONGEST_MS = 12 * 3_600_000;

/** Rings when the next of these waits is over, wherever the bench is looked at, and asks anew how the day stands. */
export function useDueAlarm(waiting: readonly BenchJob[]): void {
	const queries = useQueryClient();
	const [looked, look] = useState(0);
	const next = Math.min(...waiting.flatMap((job) => (job.until ? [Date.parse(job.until)] : [])));
	// biome-ignore lint/correctness/useExhaustiveDependencies: each look sets the next timer.
	useEffect(() => {
		if (!Number.isFinite(next)) return;
		const left = next - now();
		const timer = setTimeout(
			() => {
				if (left <= LONGEST_MS) alarm();
				// What is over and not asked away yet does not ring again.
				else look((times) => times + 1);
				for (const queryKey of [todayQuery.queryKey, ["jobs"]]) void queries.invalidateQueries({ queryKey });
			},
			// A second later: the server's own clock must have come to it too.
			Math.min(Math.max(left, 0) + 1000, LONGEST_MS),
		);
		return () => clearTimeout(timer);
	}, [next, queries, looked]);
}
