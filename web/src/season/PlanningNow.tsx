import { useMutation, useQuery } from "@tanstack/react-query";
import { planningQuery, stopPlanning } from "../api/queries";
import { Button } from "../ui/Button";

/** How far a planning is. */
export function PlanningNow() {
	const { data } = useQuery(planningQuery);
	return data?.says ? `${data.says}…` : "Planning…";
}

/** Its end before its time: what was found until then is taken. */
export function StopPlanning() {
	const { data } = useQuery(planningQuery);
	const stop = useMutation({ mutationFn: stopPlanning });
	return (
		<Button disabled={!data?.says || stop.isPending || stop.isSuccess} onClick={() => stop.mutate()}>
			{data?.plans ? "Take the best so far" : "Stop"}
		</Button>
	);
}
