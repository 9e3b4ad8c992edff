import { addDays, format, parseISO } from "date-fns";
import { CalendarDays } from "lucide-react";
import { Popover } from "radix-ui";
import { type KeyboardEvent, lazy, Suspense, useEffect, useId, useRef, useState } from "react";
import { houseNow, USUAL } from "../counting";
import { today } from "../dates";
import { useSaid } from "../plainFields";
import { readDay, tellDay, writeDay } from "./typedDay";

const DayCalendar = lazy(() => import("./DayCalendar"));

interface Props {
	id?: string;
	/** Where no label of the page names it. */
	label?: string;
	value: string | null;
	max?: string;
	/** Whether there may be none. */
	required?: boolean;
	onChange: (day: string | null) => void;
}

/** A day, typed as the studio writes it or picked from a month; arrow keys go a day up and down. */
export function DayInput({ id, label, value, max, required, onChange }: Props) {
	const own = useId();
	const field = id ?? own;
	const says = useId();
	const refusal = useSaid(field);
	const order = houseNow().dates ?? USUAL.dates;
	const [typed, setTyped] = useState<string | null>(null);
	const [open, setOpen] = useState(false);
	// A day from elsewhere takes the place of what was typed here; what was handed on from here does not.
	const handed = useRef<string | null | undefined>(undefined);
	useEffect(() => {
		if (value !== handed.current) setTyped(null);
		handed.current = undefined;
	}, [value]);
	const hand = (day: string | null) => {
		if (day === value) return;
		handed.current = day;
		refusal.touch();
		onChange(day);
	};
	const read = typed?.trim() ? readDay(typed, order, today()) : null;
	const late = read && max && read.day > max;
	const take = (text: string) => {
		setTyped(text);
		const now = text.trim() ? readDay(text, order, today()) : null;
		if (!text.trim() && !required) hand(null);
		if (now?.whole && !(max && now.day > max)) hand(now.day);
	};
	const [left, setLeft] = useState(false);
	const done = () => {
		setLeft(true);
		if (typed === null || late || (typed.trim() && !read)) return;
		if (read) hand(read.day);
		setTyped(null);
	};
	const onKeyDown = (event: KeyboardEvent) => {
		if (event.key === "Enter") done();
		if (event.key === "ArrowDown" && event.altKey) setOpen(true);
		const way = event.altKey ? 0 : event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
		if (way === 0 || !value) return;
		event.preventDefault();
		const next = format(addDays(parseISO(value), way), "yyyy-MM-dd");
		if (max && next > max) return;
		setTyped(null);
		hand(next);
	};
	const wrong = late
		? `It is ${writeDay(max, order)} at the latest.`
		: typed?.trim() && !read && left
			? `That is no day. Type it like ${writeDay(today(), order)}.`
			: null;
	const echo = read && !wrong && typed !== tellDay(read.day, order) ? `= ${tellDay(read.day, order)}` : null;
	return (
		<>
			<span className="flex w-full">
				<input
					id={field}
					aria-label={label}
					type="text"
					autoComplete="off"
					className="field figures w-[8rem] min-w-[6.9rem] flex-1 rounded-r-none"
					placeholder="no day"
					{...refusal.refused}
					{...(wrong && { "aria-invalid": true })}
					{...((wrong || echo) && { "aria-describedby": says })}
					value={typed ?? (value ? writeDay(value, order) : "")}
					onChange={(event) => {
						setLeft(false);
						take(event.target.value);
					}}
					onKeyDown={onKeyDown}
					onBlur={done}
				/>
				<Popover.Root open={open} onOpenChange={setOpen}>
					<Popover.Trigger
						aria-label="Pick the day from a month"
						className="grid w-9 shrink-0 place-items-center rounded-r-lg border border-line border-l-0 bg-enamel text-rim-deep hover:bg-rim-wash"
					>
						<CalendarDays aria-hidden className="size-4" />
					</Popover.Trigger>
					<Popover.Portal>
						<Popover.Content
							align="end"
							sideOffset={4}
							collisionPadding={8}
							className="tray z-60 p-2"
							aria-label="A month"
						>
							<Suspense fallback={<p className="p-4 text-sm">The month comes…</p>}>
								<DayCalendar
									value={value}
									max={max}
									onPick={(day) => {
										setTyped(null);
										hand(day);
										setOpen(false);
									}}
								/>
							</Suspense>
						</Popover.Content>
					</Popover.Portal>
				</Popover.Root>
			</span>
			<span id={says} className="block text-xs">
				{echo && <span className="text-soft">{echo}</span>}
				{wrong && (
					<span role="alert" className="font-semibold text-lye">
						{wrong}
					</span>
				)}
			</span>
			{refusal.note}
		</>
	);
}
