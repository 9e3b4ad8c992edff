import { RefreshCw } from "lucide-react";
import { Accordion } from "radix-ui";
import { useState } from "react";
import { pinJob, planSeason } from "../api/queries";
import type { Season } from "../api/types";
import { Button } from "../ui/Button";
import { dayShort, hoursText } from "../ui/dates";
import { moment } from "../ui/wallClock";
import { daysLater, localDay, weekOf } from "../ui/zoneTime";
import { FeedDrawer } from "./FeedDrawer";
import { HoursDrawer } from "./HoursDrawer";
import { JobCard } from "./JobCard";
import { JobList } from "./JobList";
import { KINDS } from "./kinds";
import { MouldsDrawer } from "./MouldsDrawer";
import { OrdersDrawer } from "./OrdersDrawer";
import { PlanningNow, StopPlanning } from "./PlanningNow";
import { SeasonBoard } from "./SeasonBoard";
import { type Change, useSeason } from "./useSeason";
import { WeekBoard } from "./WeekBoard";

/** What to cast on which day so that everything meets, for all loaves with a date. */
export function SeasonPlace() {
	const { season, change, busy, problem } = useSeason();
	const [selected, setSelected] = useState<string | null>(null);
	const [week, setWeek] = useState<string | null>(null);
	if (!season) return null;
	const { plan, hours } = season;
	const today = localDay(moment().toISOString(), hours.zone);
	const block = plan?.blocks.find((item) => item.key === selected);
	const drawn = Object.entries(KINDS).filter(([key]) => plan?.blocks.some((item) => item.kind === key));
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(300px,360px)]">
			<div className="min-w-0 space-y-3">
				<div className="flex flex-wrap items-center gap-3">
					<h1 className="text-2xl">Season</h1>
					<p role="status" className="min-w-0 flex-1 text-sm">
						{busy ? <PlanningNow /> : (plan?.says ?? "Nothing is planned yet.")}
						{season.stale && !busy && plan && (
							<span className="text-brass"> Loaves have changed since: plan again.</span>
						)}
					</p>
					{/* Not where "Plan again" was: a second press on that must not end it. */}
					{busy && <StopPlanning />}
					<Button onClick={() => setWeek(week ? null : weekOf(today))}>
						{week ? "The whole season" : "Week by week"}
					</Button>
					<Button look="main" disabled={busy} onClick={() => change(planSeason)}>
						<RefreshCw aria-hidden className="size-4" /> {plan ? "Plan again" : "Plan the season"}
					</Button>
				</div>
				{problem && (
					<p role="alert" className="rounded-lg bg-lye-wash px-3 py-2 text-sm">
						{problem.problems?.[0]
							? `${problem.problems[0].value}: ${problem.problems[0].limit}. ${problem.problems[0].remedy}`
							: problem.message}
					</p>
				)}
				{!plan && (
					<p className="tray p-4">
						Give loaves a day for the pour, or one to be ready by, under their Order. Planned, every casting,
						turning out, pour and cut of all of them is placed among your hours, hands and moulds, so that
						everything meets; what cannot be is told with what would help.
					</p>
				)}
				<div className="tray p-3">
					{week ? (
						<WeekBoard
							season={season}
							first={week}
							today={today}
							selected={selected}
							onWeek={setWeek}
							onSelect={setSelected}
						/>
					) : (
						<SeasonBoard
							season={season}
							today={today}
							selected={selected}
							onSelect={setSelected}
							onMove={(job, days) => {
								setSelected(job.key);
								change(() => pinJob(job.key, daysLater(job.start, days, hours.zone)));
							}}
						/>
					)}
					<p className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-xs text-soft">
						{drawn.map(([key, kind]) => (
							<span key={key} className="flex items-center gap-1.5">
								<span
									aria-hidden
									className="inline-block size-3 rounded-sm border border-ink/60"
									style={{ background: kind.fill }}
								/>
								{kind.name}
							</span>
						))}
						<span>Grey lines wait; green bars cure; the flag is the date.</span>
					</p>
				</div>
				<WhyNot season={season} change={change} />
				<JobList season={season} selected={selected} onSelect={setSelected} />
			</div>
			<div className="space-y-3">
				{block && <JobCard season={season} block={block} change={change} />}
				<Accordion.Root type="multiple" className="tray">
					<OrdersDrawer orders={season.orders} change={change} />
					<HoursDrawer key={JSON.stringify(hours)} hours={hours} change={change} />
					<MouldsDrawer season={season} change={change} />
					<FeedDrawer feed={season.feed} change={change} />
				</Accordion.Root>
			</div>
		</div>
	);
}

/** What cannot all be kept, and what would help. */
function WhyNot({ season, change }: { season: Season; change: Change }) {
	const { plan, unplanned } = season;
	const names = new Map((plan?.loaves ?? []).map((loaf) => [loaf.loaf, loaf]));
	const late = [...names.values()].filter((loaf) => loaf.late_h > 0);
	const missed = plan?.missed ?? [];
	if (!plan || plan.clash.length + late.length + unplanned.length + missed.length === 0) return null;
	return (
		<section aria-label="Why not" className="tray space-y-2 border-lye/40 p-4 text-sm">
			{late.map((loaf) => (
				<p key={loaf.loaf}>
					<strong>{loaf.name}</strong> is ready on {dayShort(localDay(loaf.cured, season.hours.zone))} at the
					earliest, {hoursText(Math.ceil(loaf.late_h / 24) * 24)} late.
				</p>
			))}
			{missed.length > 0 && (
				<>
					<h2 className="text-base">These moments have passed</h2>
					<ul className="list-disc space-y-0.5 pl-5">
						{missed.map((words) => (
							<li key={words}>{words}</li>
						))}
					</ul>
				</>
			)}
			{plan.clash.length > 0 && (
				<>
					<h2 className="text-base">These cannot all be kept</h2>
					<ul className="list-disc space-y-0.5 pl-5">
						{plan.clash.map((words) => (
							<li key={words}>{words}</li>
						))}
					</ul>
				</>
			)}
			{plan.ways.length > 0 && (
				<>
					<h2 className="text-base">What would make it possible</h2>
					<ol className="list-decimal space-y-0.5 pl-5">
						{plan.ways.map((way) => (
							<li key={way.says}>
								{way.says}
								{way.kind === "pin" && (
									<Button className="ml-2" onClick={() => change(() => pinJob(way.what, null))}>
										Unpin
									</Button>
								)}
							</li>
						))}
					</ol>
				</>
			)}
			{unplanned.map((item) => (
				<p key={item.loaf}>
					<strong>{item.name}</strong> cannot be planned: {item.why}
				</p>
			))}
		</section>
	);
}
