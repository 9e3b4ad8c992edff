import { useState } from "react";
import { changeHours } from "../api/queries";
import type { StudioHours } from "../api/types";
import { Button } from "../ui/Button";
import { Drawer } from "../ui/Drawer";
import { DayInput } from "../ui/day/DayInput";
import { MomentInput } from "../ui/day/MomentInput";
import { TimeInput } from "../ui/day/TimeInput";
import { CheckField, NumberField, TextField } from "../ui/fields";
import { now } from "../ui/wallClock";
import { local, localDay, moment } from "../ui/zoneTime";
import type { Change } from "./useSeason";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** When hands may work, how many there are, and the days without. */
export function HoursDrawer({ hours, change }: { hours: StudioHours; change: Change }) {
	const [draft, setDraft] = useState(hours);
	const week = draft.week ?? [];
	const days = week.filter((spans) => spans.length > 0).length;
	const setDay = (n: number, spans: (typeof week)[number]) =>
		setDraft({ ...draft, week: week.map((old, i) => (i === n ? spans : old)) });
	const off = draft.days_off ?? [];
	const taken = draft.appointments ?? [];
	const zone = hours.zone ?? "UTC";
	const setOff = (n: number, change: Partial<(typeof off)[number]>) =>
		setDraft({ ...draft, days_off: off.map((item, i) => (i === n ? { ...item, ...change } : item)) });
	const setTaken = (n: number, change: Partial<(typeof taken)[number]>) =>
		setDraft({ ...draft, appointments: taken.map((item, i) => (i === n ? { ...item, ...change } : item)) });
	return (
		<Drawer
			id="hours"
			title="Hours"
			line={`${days} days a week, ${draft.hands} ${draft.hands === 1 ? "pair" : "pairs"} of hands`}
		>
			<ol className="space-y-1.5">
				{DAYS.map((name, n) => {
					const span = week[n]?.[0];
					return (
						<li key={name} className="grid grid-cols-[7rem_1fr_1fr] items-center gap-2 text-sm">
							<CheckField
								label={name}
								checked={span !== undefined}
								onChange={(works) => setDay(n, works ? [{ start: "18:00:00", end: "22:00:00" }] : [])}
							/>
							{span && (
								<>
									<TimeInput
										label={`${name} from`}
										value={span.start.slice(0, 5)}
										onChange={(at) => setDay(n, [{ ...span, start: `${at}:00` }])}
									/>
									<TimeInput
										label={`${name} to`}
										value={span.end.slice(0, 5)}
										onChange={(at) => setDay(n, [{ ...span, end: `${at}:00` }])}
									/>
								</>
							)}
						</li>
					);
				})}
			</ol>
			<div className="grid grid-cols-2 gap-2">
				<NumberField
					label="People working"
					digits={0}
					min={1}
					value={draft.hands ?? 1}
					onChange={(hands) => setDraft({ ...draft, hands: Math.min(6, Math.max(1, Math.round(hands))) })}
				/>
				<TextField
					label="Time zone"
					value={draft.zone ?? "UTC"}
					onChange={(zone) => setDraft({ ...draft, zone })}
				/>
			</div>
			<ul className="space-y-1.5">
				{off.map((item, i) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: days off have no name but their place.
					<li key={i} className="flex flex-wrap items-start gap-2">
						<span>
							<DayInput
								label={`Day off ${i + 1}, from`}
								value={item.first}
								required
								onChange={(day) => day && setOff(i, { first: day })}
							/>
						</span>
						<span>
							<DayInput
								label={`Day off ${i + 1}, to`}
								value={item.last}
								required
								onChange={(day) => day && setOff(i, { last: day })}
							/>
						</span>
						<Button
							look="quiet"
							aria-label={`Remove day off ${i + 1}`}
							onClick={() => setDraft({ ...draft, days_off: off.filter((_, k) => k !== i) })}
						>
							×
						</Button>
					</li>
				))}
			</ul>
			<ul className="space-y-1.5">
				{taken.map((item, i) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: appointments may share their title.
					<li key={i} className="grid grid-cols-2 items-end gap-2">
						<TextField
							label={`Appointment ${i + 1}`}
							value={item.title}
							onChange={(title) => setTaken(i, { title })}
						/>
						<Button
							look="quiet"
							aria-label={`Remove appointment ${i + 1}`}
							onClick={() => setDraft({ ...draft, appointments: taken.filter((_, k) => k !== i) })}
						>
							×
						</Button>
						{(["start", "end"] as const).map((edge) => (
							<div key={edge} className="col-span-2">
								<MomentInput
									label={`Appointment ${i + 1}, ${edge === "start" ? "from" : "to"}`}
									value={local(item[edge], zone)}
									onChange={(at) => setTaken(i, { [edge]: moment(at, zone) })}
								/>
							</div>
						))}
					</li>
				))}
			</ul>
			<div className="flex flex-wrap gap-2">
				<Button
					onClick={() => {
						const day = localDay(new Date(now()).toISOString(), zone);
						const fresh = {
							title: "Appointment",
							start: moment(`${day}T18:00`, zone),
							end: moment(`${day}T20:00`, zone),
						};
						setDraft({ ...draft, appointments: [...taken, fresh] });
					}}
				>
					An appointment
				</Button>
				<Button
					onClick={() => {
						const day = localDay(new Date(now()).toISOString(), zone);
						setDraft({ ...draft, days_off: [...off, { first: day, last: day, why: "" }] });
					}}
				>
					Days off
				</Button>
				<Button look="main" onClick={() => change(() => changeHours(draft))}>
					Save hours
				</Button>
			</div>
		</Drawer>
	);
}
