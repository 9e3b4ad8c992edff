import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { todayQuery, weekQuery } from "../../api/queries";
import type { BenchJob } from "../../api/types";
import { dayShort, today } from "../../ui/dates";
import { CuredRow } from "./CuredRow";
import { jobPath } from "./JobRow";
import { timeText } from "./jobText";
import { TurnRow } from "./TurnRow";
import { useNow } from "./useNow";

const MOST = 5;

/** Today at a glance, where the loaves are: each line leads to its job at the bench. */
export function TodayGlance() {
	const { data } = useQuery(todayQuery);
	const week = useQuery(weekQuery(today()));
	const now = useNow();
	const short = (week.data?.supplies ?? []).filter((item) => (item.short_g ?? 0) > 0);
	if (!data) return null;
	const asked = [...data.turn, ...data.cured];
	if (data.now.length + data.waiting.length + data.days.length + asked.length === 0) return null;
	const { zone } = data;
	const lines = (jobs: readonly BenchJob[], day?: string) => (
		<ul className="mt-1 space-y-0.5">
			{jobs.slice(0, MOST).map((job) => (
				<li key={`${job.loaf} ${job.key}`}>
					<Link className="block min-h-6 py-1 text-ink" to={jobPath(job)}>
						{job.title}
						{!job.title.includes(job.of) && ` · ${job.of}`}{" "}
						<span className="figures text-soft">{timeText(job, zone, now, day)}</span>
					</Link>
				</li>
			))}
			{jobs.length > MOST && <li className="text-soft">and {jobs.length - MOST} more</li>}
		</ul>
	);
	const [next] = data.days;
	return (
		<section aria-label="Today" className="tray grid gap-x-8 gap-y-2 p-4 text-sm sm:grid-cols-3">
			<div>
				<h2 className="text-base">Today</h2>
				{lines(data.now)}
				<ul>
					{data.turn.map((bars) => (
						<TurnRow key={bars.loaf} bars={bars} zone={zone} />
					))}
					{data.cured.map((bars) => (
						<CuredRow key={bars.loaf} bars={bars} zone={zone} />
					))}
				</ul>
				{data.now.length + asked.length === 0 && <p className="text-soft">Nothing is due.</p>}
				<Link className="mt-1 inline-block font-semibold text-rim-deep" to="/bench">
					To the bench
				</Link>
			</div>
			<div>
				<h2 className="text-base">Waiting</h2>
				{lines(data.waiting)}
				{data.waiting.length === 0 && <p className="text-soft">Nothing is waiting.</p>}
			</div>
			<div>
				<h2 className="text-base">{next ? `Next: ${dayShort(next.day)}` : "Next"}</h2>
				{next ? lines(next.jobs, next.day) : <p className="text-soft">Nothing is planned.</p>}
				{short.length > 0 && (
					<p className="mt-1">
						<strong>Runs short this week:</strong> {short.map((item) => item.name).join(", ")}
					</p>
				)}
				<Link className="mt-1 inline-block font-semibold text-rim-deep" to="/season">
					The whole season
				</Link>
			</div>
		</section>
	);
}
