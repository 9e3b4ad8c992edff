import type { Task } from "../../api/types";
import { dayShort, dayText, hoursText } from "../../ui/dates";
import { DateField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { axisDays, dayShare } from "./axis";

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

const ON = (task: Task): string | null => {
	if (!task.earliest_on) return null;
	const from = dayShort(task.earliest_on);
	const to = task.latest_on ? dayShort(task.latest_on) : null;
	return to && to !== from ? `${from} to ${to}` : from;
};

/** What is cast on which day so that everything meets at the pour. */
export function OrderPlace() {
	const { document, edit, live } = useEditor();
	const tasks = live.plan.schedule;
	const near = tasks.filter((task) => task.kind !== "cured");
	const days = axisDays(near);
	return (
		<div className="tray p-5">
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
					{document.pour_on
						? `Everything meets on ${dayText(document.pour_on)}. A bar shows when a task may be done, from its earliest to its latest sensible moment.`
						: "Choose a day for the pour and the windows become dates. Until then they count from the pour."}
				</p>
			</div>
			<ol className="mt-5 pr-8">
				<li aria-hidden className="hidden grid-cols-[390px_1fr] sm:grid">
					<span />
					<Axis days={days} pourOn={document.pour_on ?? null} />
				</li>
				{tasks.map((task) => (
					<TaskRow key={task.key} task={task} days={days} />
				))}
			</ol>
			<p className="mt-4 text-xs text-soft">
				Waits are common practice, no published source; your own soap and rooms may be slower or quicker.
				Curing bars still need a fair test before they are used or sold; local cosmetic law and your assessor
				decide what may be sold.
			</p>
		</div>
	);
}

function TaskRow({ task, days }: { task: Task; days: readonly number[] }) {
	const pour = task.kind === "pour";
	const left = dayShare(task.earliest_h / 24, days);
	const right = dayShare((task.latest_h ?? task.earliest_h) / 24, days);
	const beyond = left > 1;
	return (
		<li className="grid border-line border-t sm:grid-cols-[390px_1fr]">
			<div className="py-2 pr-4">
				<p className={pour ? "text-lg font-extrabold" : "font-semibold"}>{task.title}</p>
				<p className="text-sm">
					{ON(task) ?? WHEN(task)}
					{ON(task) && !pour && <span className="text-soft"> · {WHEN(task)}</span>}
				</p>
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
