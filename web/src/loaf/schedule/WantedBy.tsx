import { Button } from "../../ui/Button";
import { dayText } from "../../ui/dates";
import { inQuotes } from "../../ui/inQuotes";

interface Props {
	order: string;
	on: string;
	/** The day it is to be ready by, as the loaf has it. */
	ready: string | null;
	onTake: (day: string) => void;
}

/** The first order that wants the loaf; where the loaf does not know of that day yet, it is offered. */
export function WantedBy({ order, on, ready, onTake }: Props) {
	const known = ready !== null && ready <= on;
	return (
		<p
			className={`mt-3 flex flex-wrap items-center gap-2 text-sm ${known ? "text-soft" : "font-semibold text-brass"}`}
		>
			{inQuotes(order)} wants it on {dayText(on)}
			{known ? "." : ready ? `, before the day it is to be ready by.` : ", and it has no day to be ready by."}
			{!known && <Button onClick={() => onTake(on)}>Be ready by then</Button>}
		</p>
	);
}
