import { useDrag } from "@use-gesture/react";
import type { Block, Season } from "../api/types";
import { useWidth } from "../drawing/useSize";
import { BY_POINTER } from "../ui/byPointer";
import { dayShort, hoursText } from "../ui/dates";
import { dayAfter, daysBetween, localDay, localTime, weekOf } from "../ui/zoneTime";
import { KINDS } from "./kinds";

const [NAME, ROW, HEAD] = [190, 52, 30];
/** Castings above, what comes out in the middle, pours and cuts below: they do not lie on each other. */
const LANE: Record<Block["kind"], number> = {
	cast: -15,
	"turn out": -1,
	fit: -1,
	pour: 14,
	spritz: -1,
	look: -1,
	cut: 14,
	cured: 0,
};

interface Props {
	season: Season;
	today: string;
	selected: string | null;
	onSelect: (key: string) => void;
	onMove: (block: Block, days: number) => void;
}

/** Every loaf in a row, every day a step to the right: what hands do, what waits, and until when it must be ready. */
export function SeasonBoard({ season, today, selected, onSelect, onMove }: Props) {
	const [ref, width] = useWidth<HTMLElement>();
	const { plan, hours } = season;
	const { zone } = hours;
	if (!plan) return <section ref={ref} />;
	const days = [
		...plan.blocks.map((block) => localDay(block.start, zone)),
		...plan.loaves.flatMap((loaf) => (loaf.ready ? [localDay(loaf.ready, zone)] : [])),
	];
	const first = [today, ...days].sort()[0] ?? today;
	const last = dayAfter([today, ...days].sort().at(-1) ?? today, 2);
	const count = Math.max(14, daysBetween(first, last) + 1);
	const step = Math.max(7, (width - NAME - 12) / count);
	const x = (iso: string) => {
		const [h = 0, m = 0] = localTime(iso, zone).split(":").map(Number);
		return NAME + (daysBetween(first, localDay(iso, zone)) + (h + m / 60) / 24) * step;
	};
	// A date takes so much room.
	const every = Math.ceil(66 / (7 * step));
	const weeks = Array.from({ length: Math.ceil(count / 7) + 1 }, (_, i) =>
		dayAfter(weekOf(first), 7 * i),
	).filter((day, i) => day >= first && day < last && i % every === 0);
	// By their dates; what has none comes last.
	const rows = [...plan.loaves].sort((a, b) => (a.ready ?? "9999").localeCompare(b.ready ?? "9999"));
	const height = HEAD + rows.length * ROW + 8;
	const at = (day: string) => NAME + daysBetween(first, day) * step;
	return (
		// biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by the keyboard.
		<section ref={ref} className="overflow-x-auto" aria-label="Season, drawn" tabIndex={0}>
			<svg
				width={Math.max(width, NAME + count * step + 12)}
				height={height}
				role="img"
				data-day={step}
				aria-label="The season; its jobs are listed below"
			>
				<rect x={at(today)} y={0} width={step} height={height} fill="var(--color-brass-wash)" />
				{weeks.map((day) => (
					<g key={day}>
						<path d={`M${at(day)} ${HEAD - 6}V${height}`} stroke="var(--color-line)" />
						<text x={at(day) + 3} y={14} fontSize="11" fill="var(--color-soft)">
							{dayShort(day)}
						</text>
					</g>
				))}
				{rows.map((loaf, i) => {
					const top = HEAD + i * ROW;
					const mine = plan.blocks.filter((block) => block.loaf === loaf.loaf);
					const keys = new Set(mine.map((block) => block.key));
					const waits = plan.waits.filter((wait) => keys.has(wait.before) || keys.has(wait.after));
					const cure = waits.find((wait) => wait.after.endsWith("/cured"));
					return (
						<g key={loaf.loaf} data-loaf={loaf.name}>
							<path d={`M0 ${top + ROW}H${NAME + count * step}`} stroke="var(--color-bench)" />
							<text x="4" y={top + 19} fontSize="13" fontWeight="700" fill="var(--color-ink)">
								{loaf.name.length > 25 ? `${loaf.name.slice(0, 24)}…` : loaf.name}
							</text>
							<text
								x="4"
								y={top + 35}
								fontSize="11"
								fill={loaf.late_h > 0 ? "var(--color-lye)" : "var(--color-soft)"}
							>
								{loaf.late_h > 0
									? `${hoursText(Math.ceil(loaf.late_h / 24) * 24)} late`
									: loaf.ready
										? `by ${dayShort(localDay(loaf.ready, zone))}`
										: ""}
							</text>
							{waits
								.filter((wait) => wait !== cure)
								.map((wait) => (
									<path
										key={`${wait.before} ${wait.after}`}
										d={`M${x(wait.start)} ${top + ROW / 2}H${x(wait.end)}`}
										stroke="var(--color-soft)"
										strokeWidth="3"
									/>
								))}
							{cure && (
								<rect
									x={x(cure.start)}
									y={top + 16}
									width={Math.max(0, x(cure.end) - x(cure.start))}
									height={ROW - 32}
									rx="5"
									fill="var(--color-cure)"
									stroke="var(--color-set)"
									strokeOpacity=".4"
								/>
							)}
							{loaf.ready && (
								<path
									d={`M${x(loaf.ready)} ${top + ROW - 6}V${top + 7}l9 5l-9 5`}
									fill={loaf.late_h > 0 ? "var(--color-lye)" : "var(--color-set)"}
									stroke={loaf.late_h > 0 ? "var(--color-lye)" : "var(--color-set)"}
									strokeWidth="1.5"
								/>
							)}
							{mine
								.filter((block) => block.key === selected)
								.map((block) => (
									<path
										key={block.key}
										data-window
										d={`M${x(block.earliest)} ${top + 3}v5H${block.latest ? x(block.latest) : NAME + count * step}v-5`}
										fill="none"
										stroke="var(--color-brass)"
										strokeWidth="2"
									/>
								))}
							{mine.map((block) => (
								<JobMark
									key={block.key}
									block={block}
									zone={zone}
									x={x(block.start)}
									y={top + ROW / 2}
									step={step}
									selected={block.key === selected}
									onSelect={() => onSelect(block.key)}
									onMove={(by) => onMove(block, by)}
								/>
							))}
						</g>
					);
				})}
			</svg>
		</section>
	);
}

interface MarkProps {
	block: Block;
	zone: string;
	x: number;
	y: number;
	step: number;
	selected: boolean;
	onSelect: () => void;
	onMove: (days: number) => void;
}

/** A job: press it, or drag it to another day. The list below does the same from the keyboard. */
function JobMark({ block, zone, x, y, step, selected, onSelect, onMove }: MarkProps) {
	const drag = useDrag<PointerEvent>(({ last, canceled, movement: [right] }) => {
		if (!last || canceled) return;
		const days = Math.round(right / step);
		if (days) onMove(days);
		else onSelect();
	}, BY_POINTER);
	const kind = KINDS[block.kind];
	if (block.kind === "cured")
		return <circle cx={x} cy={y} r="5" fill={kind.fill} stroke="var(--color-set)" strokeWidth="2" />;
	const at = y + LANE[block.kind];
	return (
		<g data-job={block.key} className="cursor-grab touch-none" {...drag()}>
			<title>{`${block.title}, ${dayShort(localDay(block.start, zone))} ${localTime(block.start, zone)}`}</title>
			<rect
				x={x - 1}
				y={at - 7}
				width={11}
				height={13}
				rx="3"
				fill={kind.fill}
				stroke={selected || block.moved ? "var(--color-brass)" : "var(--color-ink)"}
				strokeWidth={selected ? 3 : block.moved ? 2 : 1}
			/>
			<text x={x + 4.5} y={at + 3} fontSize="9" textAnchor="middle" fill={kind.ink} pointerEvents="none">
				{block.held === "done" ? "✓" : kind.mark}
			</text>
			{block.held === "pinned" && (
				<circle cx={x + 10} cy={at - 7} r="3.5" fill="#f3cf73" stroke="var(--color-ink)" />
			)}
		</g>
	);
}
