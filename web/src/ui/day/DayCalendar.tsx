import { format, parseISO } from "date-fns";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { DayPicker } from "react-day-picker";
import { houseNow, USUAL } from "../counting";
import { today } from "../dates";

interface Props {
	value: string | null;
	max?: string;
	onPick: (day: string) => void;
}

const LOOK = {
	months: "relative",
	month_caption: "flex h-9 items-center justify-center font-semibold",
	nav: "absolute inset-x-0 top-0 flex h-9 justify-between",
	button_previous: "grid size-9 place-items-center rounded-lg hover:bg-rim-wash",
	button_next: "grid size-9 place-items-center rounded-lg hover:bg-rim-wash",
	month_grid: "border-collapse",
	weekday: "size-9 font-semibold text-soft text-xs",
	day: "p-0 text-center",
	day_button: "figures size-9 rounded-lg hover:bg-rim-wash disabled:opacity-40",
	selected: "[&>button]:bg-rim-deep [&>button]:text-paper [&>button]:font-bold",
	today: "[&>button]:underline [&>button]:decoration-2 [&>button]:underline-offset-4",
	outside: "text-soft",
} as const;

/** What is read out holds what is seen. */
const NAMES = { labelDayButton: (day: Date) => format(day, "EEEE d MMMM yyyy") };

const PARTS = {
	Chevron: ({ orientation }: { orientation?: string }) =>
		orientation === "left" ? (
			<ChevronLeft aria-hidden className="size-5" />
		) : (
			<ChevronRight aria-hidden className="size-5" />
		),
};

/** A month to pick a day from, its weeks beginning as the studio's do; by keys too. */
export default function DayCalendar({ value, max, onPick }: Props) {
	const picked = value ? parseISO(value) : undefined;
	return (
		<DayPicker
			mode="single"
			autoFocus
			showOutsideDays
			today={parseISO(today())}
			defaultMonth={picked ?? parseISO(today())}
			selected={picked}
			required={false}
			weekStartsOn={(houseNow().week_begins ?? USUAL.week_begins) === "Sunday" ? 0 : 1}
			disabled={max ? { after: parseISO(max) } : undefined}
			// The same day pressed again is that day.
			onDayClick={(day) => onPick(format(day, "yyyy-MM-dd"))}
			classNames={LOOK}
			components={PARTS}
			labels={NAMES}
		/>
	);
}
