import { ChevronLeft, ChevronRight, Printer } from "lucide-react";
import type { Block, Season } from "../api/types";
import { Button } from "../ui/Button";
import { dayShort } from "../ui/dates";
import { FileLink } from "../ui/FileLink";
import { useUnits } from "../ui/UnitsContext";
import { paperOf } from "../ui/units";
import { dayAfter, local, localDay, localTime } from "../ui/zoneTime";
import { KINDS } from "./kinds";

const [FROM, TO, HOUR, LINE] = [6, 23, 34, 31];

interface Props {
	season: Season;
	first: string;
	today: string;
	selected: string | null;
	onWeek: (first: string) => void;
	onSelect: (key: string) => void;
}

/** One week, hour by hour: when hands may work, and what they do. */
export function WeekBoard({ season, first, today, selected, onWeek, onSelect }: Props) {
	const { units } = useUnits();
	const { zone } = season.hours;
	const blocks = (season.plan?.blocks ?? []).filter((block) => block.kind !== "cured");
	return (
		<div>
			<div className="mb-2 flex items-center gap-2">
				<Button look="quiet" aria-label="The week before" onClick={() => onWeek(dayAfter(first, -7))}>
					<ChevronLeft aria-hidden className="size-4" />
				</Button>
				<p className="font-semibold">Week of {dayShort(first)}</p>
				<Button look="quiet" aria-label="The week after" onClick={() => onWeek(dayAfter(first, 7))}>
					<ChevronRight aria-hidden className="size-4" />
				</Button>
				<span className="flex-1" />
				<FileLink href={`/api/season/week.pdf?first=${first}&paper=${paperOf(units)}`}>
					<Printer aria-hidden className="size-4" /> Print this week
				</FileLink>
			</div>
			<ol className="grid grid-cols-7 gap-1" aria-label="Days of the week">
				{Array.from({ length: 7 }, (_, n) => {
					const day = dayAfter(first, n);
					return (
						<li key={day} className="min-w-0">
							<p className={`truncate text-center font-bold text-sm ${day === today ? "text-brass" : ""}`}>
								{dayShort(day)}
							</p>
							<div
								className="relative rounded border border-line bg-bench-deep/40"
								style={{ height: (TO - FROM) * HOUR }}
							>
								{(season.hours.week?.[n] ?? []).map((span) => (
									<div
										key={span.start}
										className="absolute inset-x-0 bg-paper"
										style={{ top: y(span.start), height: y(span.end) - y(span.start) }}
									/>
								))}
								{n === 0 &&
									[8, 12, 16, 20].map((hour) => (
										<span
											key={hour}
											aria-hidden
											className="figures absolute left-0.5 text-[10px] text-soft"
											style={{ top: (hour - FROM) * HOUR - 6 }}
										>
											{hour}:00
										</span>
									))}
								{stacked(
									blocks.filter((block) => localDay(block.start, zone) === day),
									zone,
								).map(({ block, top, high }) => (
									<WeekJob
										key={block.key}
										block={block}
										top={top}
										high={high}
										zone={zone}
										selected={block.key === selected}
										onSelect={() => onSelect(block.key)}
									/>
								))}
							</div>
						</li>
					);
				})}
			</ol>
		</div>
	);
}

function y(time: string): number {
	const [h = 0, m = 0] = time.split(":").map(Number);
	return Math.min(Math.max((h + m / 60 - FROM) * HOUR, 0), (TO - FROM) * HOUR);
}

/** Jobs of a day by their hours; a short one takes a line, and pushes what follows it down. */
function stacked(blocks: readonly Block[], zone: string) {
	let free = 0;
	return blocks.map((block) => {
		const top = Math.max(y(localTime(block.start, zone)), free);
		const high = Math.max(LINE, y(localTime(block.end, zone)) - top - 1);
		free = top + high + 1;
		return { block, top, high };
	});
}

interface JobProps {
	block: Block;
	top: number;
	high: number;
	zone: string;
	selected: boolean;
	onSelect: () => void;
}

function WeekJob({ block, top, high, zone, selected, onSelect }: JobProps) {
	const kind = KINDS[block.kind];
	return (
		<button
			type="button"
			aria-pressed={selected}
			aria-label={`${block.title}, ${local(block.start, zone).replace("T", " ")}`}
			className={`absolute inset-x-0.5 overflow-hidden rounded px-1 text-left text-xs leading-tight ${selected ? "outline outline-3 outline-brass" : ""}`}
			style={{ top, height: high, background: kind.fill, color: kind.ink }}
			onClick={onSelect}
		>
			<span className="figures">{localTime(block.start, zone)}</span> {block.title}
		</button>
	);
}
