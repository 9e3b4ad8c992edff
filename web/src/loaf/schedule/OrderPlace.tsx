import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { jobsQuery } from "../../api/queries";
import type { BenchJob, Task } from "../../api/types";
import { jobPath } from "../../bench/jobs/JobRow";
import { STANDS, timeText } from "../../bench/jobs/jobText";
import { useNow } from "../../bench/jobs/useNow";
import { dayShort, dayText, hoursText } from "../../ui/dates";
import { DateField } from "../../ui/day/DateField";
import { localDay } from "../../ui/zoneTime";
import { useEditor } from "../editor/EditorContext";
import { axisDays, dayShare } from "./axis";
import { SettingCard } from "./SettingCard";
import { WantedBy } from "./WantedBy";

/** "2 to 7 days", or both in full when their units differ. */
function span(from: number, to: number): string {
	const [a = 0, b = 0] = [Math.abs(from), Math.abs(to)].sort((x, y) => x - y);
	const [short, long] = [hoursText(a), hoursText(b)];
	const unit = long.split(" ")[1];
	return short.split(" ")[1]?.replace(/s$/, "") === unit?.replace(/s$/, "")
		? `${short.split(" ")[0]} to ${long}`
		: `${short} to ${long}`;
}

const WHEN = (task: Task): string => {
	const { earliest_h: from, latest_h: to } = task;
	if (task.kind === "pour") return "The pour";
	if (to !== null && to !== undefined && to <= 0)
		return from === to ? `${hoursText(to)} before the pour` : `${span(from, to)} before the pour`;
	return to === null || to === undefined
		? `from ${hoursText(from)} after the pour`
		: `${span(from, to)} after the pour`;
};

/** Its window in days: by the season's pour where there is one, by the loaf's own day else. */
function onDays(task: Task, job: BenchJob | undefined, zone: string): string | null {
	const day = (iso: string | null | undefined) => (iso ? localDay(iso, zone) : null);
	const [first, last] = job?.start
		? [day(job.earliest), day(job.latest)]
		: [task.earliest_on ?? null, task.latest_on ?? null];
	if (!first) return null;
	return last && last !== first ? `${dayShort(first)} to ${dayShort(last)}` : dayShort(first);
}

/** On which day everything meets, and who says so: the season, the artist, or the day it is to be ready. */
const meetsOn = (day: string, by: "season" | "own" | "ready") =>
	({
		season: `The season has everything meet on ${day}.`,
		own: `Everything meets on ${day}.`,
		ready: `To be ready on its day, everything meets on ${day} at the latest.`,
	})[by];

/** What is cast on which day so that everything meets at the pour. */
export function OrderPlace() {
	const { id, document, edit, live } = useEditor();
	const tasks = live.plan.schedule;
	const near = tasks.filter((task) => task.kind !== "cured");
	const days = axisDays(near);
	const { data } = useQuery(jobsQuery(id));
	const zone = data?.zone ?? "UTC";
	const jobs = new Map((data?.jobs ?? []).map((job) => [job.key, job]));
	const planned = jobs.get("pour")?.start;
	const pourOn = planned ? localDay(planned, zone) : (document.pour_on ?? live.plan.pour_by ?? null);
	return (
		<>
			<div className="tray mb-4 p-5">
				<div className="flex flex-wrap items-end gap-4">
					<DateField
						label="Pour on"
						value={document.pour_on ?? null}
						onChange={(pour_on) => edit((loaf) => ({ ...loaf, pour_on }), "pour date")}
					/>
					<DateField
						label="Ready by"
						value={document.ready_on ?? null}
						onChange={(ready_on) => edit((loaf) => ({ ...loaf, ready_on }), "ready date")}
					/>
					<p className="max-w-2xl text-sm">
						{pourOn
							? `${meetsOn(dayText(pourOn), planned ? "season" : document.pour_on ? "own" : "ready")} A bar shows when a task may be done, from its earliest to its latest sensible moment.`
							: "Choose a day for the pour, or one to be ready by, and the windows become dates. Until then they count from the pour."}
					</p>
				</div>
				{data?.wanted?.[0] && (
					<WantedBy
						order={data.wanted[0].order}
						on={data.wanted[0].on}
						ready={document.ready_on ?? null}
						onTake={(ready_on) => edit((loaf) => ({ ...loaf, ready_on }))}
					/>
				)}
				<ol className="mt-5 pr-8">
					<li aria-hidden className="hidden grid-cols-[390px_1fr] sm:grid">
						<span />
						<Axis days={days} pourOn={pourOn} />
					</li>
					{tasks.map((task) => (
						<TaskRow key={task.key} task={task} days={days} job={jobs.get(task.key)} zone={zone} />
					))}
				</ol>
				<p className="mt-4 text-xs text-soft">
					Waits are common practice, no published source; your own soap and rooms may be slower or quicker.
					Curing bars still need a fair test before they are used or sold; local cosmetic law and your
					assessor decide what may be sold.
				</p>
			</div>
			<SettingCard />
		</>
	);
}

interface RowProps {
	task: Task;
	days: readonly number[];
	job: BenchJob | undefined;
	zone: string;
}

function TaskRow({ task, days, job, zone }: RowProps) {
	const { id } = useEditor();
	const now = useNow();
	const on = onDays(task, job, zone);
	const pour = task.kind === "pour";
	const left = dayShare(task.earliest_h / 24, days);
	const right = dayShare((task.latest_h ?? task.earliest_h) / 24, days);
	const beyond = left > 1;
	return (
		<li className="grid border-line border-t sm:grid-cols-[390px_1fr]">
			<div className="py-2 pr-4">
				<p className={pour ? "text-lg font-extrabold" : "font-semibold"}>
					{task.kind === "cured" ? (
						task.title
					) : (
						<Link className="text-ink" to={jobPath({ loaf: id, key: task.key })}>
							{task.title}
						</Link>
					)}
				</p>
				<p className="text-sm">
					{on ?? WHEN(task)}
					{on && !pour && <span className="text-soft"> · {WHEN(task)}</span>}
				</p>
				{job && (job.start || job.begun || job.stands === "done") && (
					<p className="font-semibold text-sm">
						{STANDS[job.stands][0]} <span className="figures">{timeText(job, zone, now)}</span>
					</p>
				)}
				<p className="text-xs text-soft">{task.why}</p>
			</div>
			<div className="relative hidden min-h-12 sm:block">
				{days.map((day) => (
					<span
						key={day}
						aria-hidden
						className={`absolute inset-y-0 ${day === 0 ? "border-rim border-l-2" : "border-line border-l"}`}
						style={{ left: `${dayShare(day, days) * 100}%` }}
					/>
				))}
				{beyond ? (
					<span className="absolute top-1/2 right-0 -translate-y-1/2 rounded-full bg-rim-wash px-3 py-1 text-rim-deep text-sm">
						{WHEN(task)} →
					</span>
				) : (
					<span
						aria-hidden
						className={`absolute top-1/2 h-6 -translate-y-1/2 ${pour ? "rounded-sm bg-lye" : "rounded-full border-2 border-rim bg-rim-wash"}`}
						style={{
							left: `${left * 100}%`,
							width: `max(12px, ${(right - left) * 100}%)`,
							marginLeft: pour ? "-5px" : undefined,
						}}
					/>
				)}
			</div>
		</li>
	);
}

function Axis({ days, pourOn }: { days: readonly number[]; pourOn: string | null }) {
	const start = pourOn ? new Date(`${pourOn}T00:00:00Z`) : null;
	const step = Math.ceil(days.length / 9);
	const name = (day: number) => {
		if (!start) return day === 0 ? "pour" : `${day > 0 ? "+" : "−"}${Math.abs(day)} d`;
		const date = new Date(start);
		date.setUTCDate(date.getUTCDate() + day);
		return dayShort(date.toISOString());
	};
	return (
		<div className="relative h-6">
			{days.map((day) =>
				day % step === 0 ? (
					<span
						key={day}
						className={`figures absolute -translate-x-1/2 text-xs whitespace-nowrap ${day === 0 ? "font-bold text-rim-deep" : "text-soft"}`}
						style={{ left: `${dayShare(day, days) * 100}%` }}
					>
						{name(day)}
					</span>
				) : null,
			)}
		</div>
	);
}
