import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { v4 as newId } from "uuid";
import { pressStep, seasonQuery, weekQuery } from "../api/queries";
import type { Block, Season } from "../api/types";
import { Button } from "../ui/Button";
import { dayShort, hoursText, today } from "../ui/dates";
import { Refused } from "../ui/Refused";
import { moment } from "../ui/wallClock";
import { localDay, localTime } from "./seasonTime";

type OnTheRack = Season["rack"][number];

/** What is next: today's jobs, what may be turned out or cut by now, what waits and until when. */
export function todayOf(season: Season, now: Date) {
	const { zone } = season.hours;
	const blocks = (season.plan?.blocks ?? []).filter((block) => block.kind !== "cured");
	const open = blocks.filter((block) => block.held !== "done");
	const today = localDay(now.toISOString(), zone);
	const stamp = now.toISOString();
	const done = new Set(blocks.filter((block) => block.held === "done").map((block) => block.key));
	const begun = (block: Block) =>
		(season.plan?.waits ?? []).some((wait) => wait.after === block.key && done.has(wait.before));
	return {
		due: open.filter((block) => localDay(block.start, zone) === today),
		next: open.filter((block) => block.start > stamp).slice(0, 3),
		may: open.filter(
			(block) =>
				(block.kind === "turn out" || block.kind === "cut" || block.kind === "spritz") &&
				begun(block) &&
				block.earliest <= stamp,
		),
		waiting: (season.plan?.waits ?? []).filter(
			(wait) =>
				done.has(wait.before) && !done.has(wait.after) && wait.end > stamp && !wait.after.endsWith("/fit"),
		),
		late: open.filter((block) => block.end < stamp),
		turn: season.rack.filter(({ times }) => times.turn_from && times.turn_from <= stamp),
	};
}

/** Today at a glance, where the loaves are. */
export function Today() {
	const { data } = useQuery(seasonQuery);
	const week = useQuery(weekQuery(today()));
	const short = (week.data?.supplies ?? []).filter((item) => (item.short_g ?? 0) > 0);
	if (!data || (!data.plan && data.rack.length === 0)) return null;
	const { zone } = data.hours;
	const found = todayOf(data, moment());
	const titles = new Map((data.plan?.blocks ?? []).map((block) => [block.key, block.title]));
	const text = (iso: string) => `${dayShort(localDay(iso, zone))} ${localTime(iso, zone)}`;
	const line = (block: Block) => (
		<li key={block.key}>
			<Link className="block py-1 text-ink" to={`/loaf/${block.loaf}/bench`}>
				<span className="figures">{text(block.start)}</span> {block.title}
			</Link>
		</li>
	);
	return (
		<section aria-label="Today" className="tray grid gap-x-8 gap-y-2 p-4 text-sm sm:grid-cols-3">
			<div>
				<h2 className="text-base">{found.due.length > 0 ? "Today" : "Next"}</h2>
				<ul className="mt-1 space-y-0.5">{(found.due.length > 0 ? found.due : found.next).map(line)}</ul>
				{found.due.length + found.next.length === 0 && <p className="text-soft">Nothing is planned.</p>}
			</div>
			<div>
				<h2 className="text-base">May be done by now</h2>
				<ul className="mt-1 space-y-0.5">
					{[...found.may, ...found.late].map(line)}
					{found.turn.map((bars) => (
						<Turn key={bars.loaf} bars={bars} zone={zone} />
					))}
				</ul>
				{found.may.length + found.late.length + found.turn.length === 0 && (
					<p className="text-soft">Nothing yet.</p>
				)}
			</div>
			<div>
				<h2 className="text-base">Waits</h2>
				<ul className="mt-1 space-y-0.5">
					{found.waiting.map((wait) => (
						<li key={`${wait.before} ${wait.after}`}>
							“{titles.get(wait.after)}” until {text(wait.end)}
							<span className="text-soft">, at least {hoursText(wait.least_h)}</span>
						</li>
					))}
				</ul>
				{found.waiting.length === 0 && <p className="text-soft">Nothing stands and waits.</p>}
				{short.length > 0 && (
					<p className="mt-1">
						<strong>Runs short this week:</strong> {short.map((item) => item.name).join(", ")}
					</p>
				)}
				<Link className="mt-2 inline-block font-semibold text-rim-deep" to="/season">
					The whole season
				</Link>
			</div>
		</section>
	);
}

/** Bars that have lain long enough on one side; pressed, the loaf's log has it. */
function Turn({ bars, zone }: { bars: OnTheRack; zone: string }) {
	const cache = useQueryClient();
	const turned = useMutation({
		mutationFn: () =>
			pressStep(bars.loaf, {
				press_id: newId(),
				step: "loaf.turn",
				action: "done",
				pressed_at: moment().toISOString(),
			}),
		onSuccess: () => cache.invalidateQueries({ queryKey: seasonQuery.queryKey }),
	});
	const last = dayShort(localDay(bars.turned_at ?? bars.cut_at, zone));
	return (
		<li className="flex items-center gap-2 py-0.5">
			<span className="min-w-0 flex-1" title={bars.times.why}>
				Turn the bars of {bars.name}{" "}
				<span className="text-soft">
					({bars.turned_at ? "turned" : "cut"} {last})
				</span>
				<Refused error={turned.error} />
			</span>
			<Button aria-label={`Turned: ${bars.name}`} disabled={turned.isPending} onClick={() => turned.mutate()}>
				Turned
			</Button>
		</li>
	);
}
