import { Labelled } from "../plainFields";
import { DayInput } from "./DayInput";

/** A day, as year-month-day; ``null`` when there is none. */
export function DateField(props: {
	label: string;
	value: string | null;
	max?: string;
	required?: boolean;
	onChange: (day: string | null) => void;
}) {
	const { label, ...day } = props;
	return <Labelled label={label}>{(id) => <DayInput {...day} id={id} />}</Labelled>;
}
