import type { Task } from "../../api/types";

/** Whole days from the pour that the tasks span, with a day to spare on both sides. */
export function axisDays(tasks: readonly Task[]): number[] {
	const first = Math.floor(Math.min(0, ...tasks.map((task) => task.earliest_h / 24))) - 1;
	const last = Math.ceil(Math.max(0, ...tasks.map((task) => (task.latest_h ?? task.earliest_h) / 24))) + 1;
	return Array.from({ length: last - first + 1 }, (_, i) => first + i);
}

/** Where a day stands on the axis, as a share of its length; over 1 is beyond it. */
export function dayShare(day: number, days: readonly number[]): number {
	const [first = 0] = days;
	const last = days.at(-1) ?? 1;
	return (day - first) / (last - first);
}
