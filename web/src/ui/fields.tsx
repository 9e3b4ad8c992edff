import { type ReactNode, useId } from "react";
import { NumberInput } from "./NumberInput";
import { useUnits } from "./UnitsContext";
import { type Quantity, unitOf } from "./units";

interface LabelledProps {
	label: string;
	suffix?: string;
	children: (id: string) => ReactNode;
}

function Labelled({ label, suffix, children }: LabelledProps) {
	const id = useId();
	return (
		<div className="min-w-0">
			<label htmlFor={id} className="block truncate text-xs font-semibold text-soft">
				{label}
				{suffix && <span className="font-normal"> {suffix}</span>}
			</label>
			{children(id)}
		</div>
	);
}

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

export function TextField(props: {
	label: string;
	value: string;
	onChange: (value: string) => void;
	max?: number;
}) {
	return (
		<Labelled label={props.label}>
			{(id) => (
				<input
					id={id}
					className="field w-full"
					maxLength={props.max ?? 120}
					value={props.value}
					onChange={(event) => props.onChange(event.target.value)}
				/>
			)}
		</Labelled>
	);
}

export function SelectField<T extends string>(props: {
	label: string;
	value: T;
	options: readonly (readonly [T, string])[];
	onChange: (value: T) => void;
}) {
	return (
		<Labelled label={props.label}>
			{(id) => (
				<select
					id={id}
					className="field w-full"
					value={props.value}
					onChange={(event) => props.onChange(event.target.value as T)}
				>
					{props.options.map(([value, text]) => (
						<option key={value} value={value}>
							{text}
						</option>
					))}
				</select>
			)}
		</Labelled>
	);
}

/** A day, as year-month-day; ``null`` when there is none. */
export function DateField(props: {
	label: string;
	value: string | null;
	max?: string;
	onChange: (day: string | null) => void;
}) {
	return (
		<Labelled label={props.label}>
			{(id) => (
				<input
					id={id}
					type="date"
					className="field figures w-full"
					max={props.max}
					value={props.value ?? ""}
					onChange={(event) => props.onChange(event.target.value || null)}
				/>
			)}
		</Labelled>
	);
}

/** Yes or no, in a line. */
export function CheckField(props: {
	label: ReactNode;
	checked: boolean;
	disabled?: boolean;
	onChange: (checked: boolean) => void;
}) {
	return (
		<label className="flex min-h-6 items-center gap-2 text-sm">
			<input
				type="checkbox"
				className="size-4"
				checked={props.checked}
				disabled={props.disabled}
				onChange={(event) => props.onChange(event.target.checked)}
			/>
			{props.label}
		</label>
	);
}

/** Words over several lines. */
export function NotesField(props: {
	label: string;
	value: string;
	rows?: number;
	max?: number;
	onChange: (value: string) => void;
	onBlur?: () => void;
}) {
	return (
		<Labelled label={props.label}>
			{(id) => (
				<textarea
					id={id}
					className="field w-full"
					rows={props.rows ?? 2}
					maxLength={props.max ?? 2000}
					value={props.value}
					onChange={(event) => props.onChange(event.target.value)}
					onBlur={props.onBlur}
				/>
			)}
		</Labelled>
	);
}
