import { useEffect, useState } from "react";
import { Link } from "react-router";
import { pinJob } from "../api/queries";
import type { Block, Season } from "../api/types";
import { jobPath } from "../bench/jobs/JobRow";
import { Button, buttonClass } from "../ui/Button";
import { dayShort, hoursText } from "../ui/dates";
import { MomentInput } from "../ui/day/MomentInput";
import { daysLater, local, localDay, localTime, moment } from "../ui/zoneTime";
import { KINDS } from "./kinds";
import type { Change } from "./useSeason";

interface Props {
	season: Season;
	block: Block;
	change: Change;
}

/** One job: when, why then, and what a person can do about it. */
export function JobCard({ season, block, change }: Props) {
	const { zone } = season.hours;
	const [when, setWhen] = useState(local(block.start, zone));
	useEffect(() => setWhen(local(block.start, zone)), [block.start, zone]);
	const waits = (season.plan?.waits ?? []).filter(
		(wait) => wait.before === block.key || wait.after === block.key,
	);
	const titles = new Map((season.plan?.blocks ?? []).map((item) => [item.key, item.title]));
	const text = (iso: string) => `${dayShort(localDay(iso, zone))} ${localTime(iso, zone)}`;
	return (
		<section aria-label="The job" className="tray space-y-2 p-4 text-sm">
			<h2 className="text-base">{block.title}</h2>
			<p>
				{KINDS[block.kind].name}, {text(block.start)} to {localTime(block.end, zone)}
				{block.held && <strong>, {block.held === "done" ? "done" : "pinned here"}</strong>}.{" "}
				<Link className="text-rim-deep underline" to={`/loaf/${block.loaf}/order`}>
					The loaf
				</Link>
			</p>
			<Link
				className={buttonClass("main")}
				to={jobPath({ loaf: block.loaf, key: block.key.slice(block.key.indexOf("/") + 1) })}
			>
				To the bench
			</Link>
			<p className="text-soft">
				Possible: from {text(block.earliest)}
				{block.latest ? ` to ${text(block.latest)}` : " on"}.
			</p>
			<fieldset>
				<legend className="font-semibold text-soft text-xs">On the studio’s clock</legend>
				<MomentInput label="On the studio’s clock" value={when} onChange={setWhen} />
			</fieldset>
			<div className="flex flex-wrap gap-2">
				{[-1, 1].map((days) => (
					<Button
						key={days}
						onClick={() => change(() => pinJob(block.key, daysLater(block.start, days, zone)))}
					>
						A day {days < 0 ? "earlier" : "later"}
					</Button>
				))}
				<Button onClick={() => change(() => pinJob(block.key, moment(when, zone)))}>Pin it there</Button>
				<Button onClick={() => change(() => pinJob(block.key, moment(when, zone), true))}>Mark done</Button>
				{block.held && (
					<Button look="quiet" onClick={() => change(() => pinJob(block.key, null))}>
						Unpin
					</Button>
				)}
			</div>
			<ul className="space-y-1 text-soft">
				{waits.map((wait) => (
					<li key={`${wait.before} ${wait.after}`}>
						{wait.before === block.key
							? `Then “${titles.get(wait.after)}”`
							: `After “${titles.get(wait.before)}”`}
						{wait.least_h > 0 && `: at least ${hoursText(wait.least_h)}`}
						{wait.most_h != null && `, at most ${hoursText(wait.most_h)}`}. {wait.why} ({wait.basis})
					</li>
				))}
			</ul>
		</section>
	);
}
