import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { todayQuery } from "../../api/queries";
import type { BenchJob } from "../../api/types";
import { dayText } from "../../ui/dates";
import { CuredRow } from "./CuredRow";
import { JobRow } from "./JobRow";
import { TurnRow } from "./TurnRow";
import { useDueAlarm } from "./useDueAlarm";
import { useNow } from "./useNow";

/** The bench's day: what is due now across all loaves, what waits, what comes. */
export function TodayPlace() {
	const { data, error } = useQuery(todayQuery);
	const now = useNow();
	useDueAlarm(data?.waiting ?? []);
	if (error) return <p role="alert">{error.message}</p>;
	if (!data) return null;
	const { zone } = data;
	const asked = [...data.turn, ...data.cured];
	const list = (jobs: readonly BenchJob[], day?: string) => (
		<ul className="mt-2 space-y-2">
			{jobs.map((job) => (
				<li key={`${job.loaf} ${job.key}`}>
					<JobRow job={job} zone={zone} now={now} day={day} />
				</li>
			))}
		</ul>
	);
	const nothing = data.now.length + data.waiting.length + data.days.length + asked.length === 0;
	return (
		<>
			<title>Today at the bench · Arch Top</title>
			<h1 className="text-3xl">At the bench, {dayText(data.day)}</h1>
			{nothing && (
				<p className="mt-3 max-w-xl">
					No loaf has a day yet. Give one a pour date or a “ready by” under its Order, or open a loaf’s own
					Bench and begin.
				</p>
			)}
			<div className="mt-4 grid items-start gap-6 lg:grid-cols-2">
				<div className="space-y-6">
					<section aria-label="Now">
						<h2 className="text-xl">Now</h2>
						{data.now.length > 0 ? list(data.now) : <p className="mt-2 text-soft">Nothing is due.</p>}
						{asked.length > 0 && (
							<ul className="mt-2 space-y-2">
								{data.turn.map((bars) => (
									<TurnRow key={bars.loaf} bars={bars} zone={zone} />
								))}
								{data.cured.map((bars) => (
									<CuredRow key={bars.loaf} bars={bars} zone={zone} />
								))}
							</ul>
						)}
					</section>
					{data.waiting.length > 0 && (
						<section aria-label="Waiting">
							<h2 className="text-xl">Waiting</h2>
							{list(data.waiting)}
						</section>
					)}
					{data.done.length > 0 && (
						<section aria-label="Done today">
							<h2 className="text-xl">Done today</h2>
							{list(data.done)}
						</section>
					)}
				</div>
				<div className="space-y-5">
					{data.days.slice(0, 8).map(({ day, jobs }) => (
						<section key={day} aria-label={dayText(day)}>
							<h2 className="text-xl">{dayText(day)}</h2>
							{list(jobs, day)}
						</section>
					))}
					{data.days.length > 8 && (
						<Link to="/season">And {data.days.length - 8} days more in the season</Link>
					)}
				</div>
			</div>
		</>
	);
}
