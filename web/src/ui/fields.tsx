import { NumberInput } from "./NumberInput";
import { Labelled } from "./plainFields";
import { useUnits } from "./UnitsContext";
import { type Quantity, unitOf } from "./units";

export { CheckField, PickField, SliderField } from "./moreFields";
export { NotesField, SelectField, TextField } from "./plainFields";

interface NumberFieldProps extends NumberLook {
	value: number;
	onChange: (value: number) => void;
}

interface MaybeNumberProps extends NumberLook {
	value: number | null;
	onChange: (value: number | null) => void;
	/** What stands there while nothing is typed. */
	placeholder?: string;
}

interface NumberLook {
	label: string;
	/** What the number measures, in the core's unit; left out for percentages and counts. */
	quantity?: Quantity;
	suffix?: string;
	bulk?: number;
	mixed?: number;
	digits?: number;
	step?: number;
	min?: number;
	/** The part of what is sent that it holds, where that is kept by a press. */
	field?: string;
}

/** A number in the user's units. Half-typed text stays as typed; only a number is handed on. */
export function NumberField({ onChange, ...props }: NumberFieldProps) {
	return <MaybeNumberField {...props} onChange={(value) => value !== null && onChange(value)} />;
}

/** The same for a number that may be left out: emptied, there is none. */
export function MaybeNumberField(props: MaybeNumberProps) {
	const { label, quantity, suffix } = props;
	const { units } = useUnits();
	return (
		<Labelled label={label} suffix={quantity ? unitOf(units, quantity).label : suffix}>
			{(id) => <NumberInput {...props} id={id} />}
		</Labelled>
	);
}
