import { useQuery } from "@tanstack/react-query";
import { useMemo, useRef } from "react";
import { Outlet, useSearchParams } from "react-router";
import { jobsQuery, todayQuery } from "../api/queries";
import { useEditor } from "../loaf/editor/EditorContext";
import { now } from "../ui/wallClock";
import { useClocks } from "./clock/useClocks";
import { useDueAlarm } from "./jobs/useDueAlarm";
import { type Room, RoomContext } from "./room";
import { useBench } from "./useBench";
import { useDevices } from "./useDevices";

/** The real bench: its log is kept by the server, and nothing is lost on the way. It opens on the job that is due. */
export function BenchRoom() {
	const { id, live } = useEditor();
	const { data: jobs = null, isPending, fetchStatus } = useQuery(jobsQuery(id));
	const { data: today } = useQuery(todayQuery);
	useDueAlarm([...(today?.waiting ?? []), ...(jobs?.jobs ?? []).filter((item) => item.stands === "waiting")]);
	const [params] = useSearchParams();
	// The first that is due when the bench is opened: a job that is done stays in sight until another is chosen.
	const opened = useRef<string | null>(null);
	opened.current ??= jobs?.jobs[0]?.key ?? null;
	const wanted = params.get("job") ?? opened.current;
	const job = jobs?.jobs.find((item) => item.key === wanted) ?? null;
	const steps = useMemo(
		() => (job ? live.plan.steps.filter((step) => step.job === job.key) : live.plan.steps),
		[job, live.plan.steps],
	);
	const bench = useBench(id, steps);
	const clocks = useClocks(id);
	const devices = useDevices(now);
	const room = useMemo<Room>(
		() => ({ base: `/loaf/${id}/bench`, bench, steps, jobs, job, clocks, now, devices, rehearsing: null }),
		[id, bench, steps, jobs, job, clocks, devices],
	);
	// Without a connection the jobs cannot be asked for: then all steps stand in the plan's order.
	if (isPending && fetchStatus !== "paused") return null;
	return (
		<RoomContext value={room}>
			<Outlet />
		</RoomContext>
	);
}
