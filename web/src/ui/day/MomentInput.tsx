import { DayInput } from "./DayInput";
import { TimeInput } from "./TimeInput";

interface Props {
	/** Begins the names of both fields. */
	label: string;
	/** A day and a time as the studio's clock shows them, "2026-12-05T18:00". */
	value: string;
	onChange: (moment: string) => void;
}

/** A moment by the studio's clock: its day and its time of day. */
export function MomentInput({ label, value, onChange }: Props) {
	const [day = "", time = ""] = value.split("T");
	const at = time.slice(0, 5);
	return (
		<span className="grid grid-cols-[minmax(0,1fr)_4.5rem] items-start gap-1.5">
			<span className="min-w-0">
				<DayInput
					label={`${label}: day`}
					value={day || null}
					required
					onChange={(next) => next && onChange(`${next}T${at || "09:00"}`)}
				/>
			</span>
			<TimeInput label={`${label}: time`} value={at} onChange={(next) => onChange(`${day}T${next}`)} />
		</span>
	);
}
