import { type ReactNode, useEffect, useId, useState } from "react";
import { useUnits } from "./UnitsContext";
import { inUnits, type Quantity, unitOf } from "./units";

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

interface NumberFieldProps {
	label: string;
	value: number;
	onChange: (value: number) => void;
	/** What the number measures, in the core's unit; left out for percentages and counts. */
	quantity?: Quantity;
	suffix?: string;
	digits?: number;
	step?: number;
	min?: number;
}

/** A number in the user's units. Half-typed text stays as typed; only a number is handed on. */
export function NumberField(props: NumberFieldProps) {
	const { label, value, onChange, quantity, suffix, step = 1, min } = props;
	const { units } = useUnits();
	const unit = quantity ? unitOf(units, quantity) : { label: suffix, size: 1, digits: props.digits ?? 2 };
	const shown = quantity
		? String(Number(inUnits(value, quantity, units, props.digits).replace("−", "-")))
		: String(Number(value.toFixed(unit.digits)));
	const [text, setText] = useState(shown);
	useEffect(() => setText(shown), [shown]);
	const take = (next: string) => {
		setText(next);
		const number = Number(next.replace(",", "."));
		if (next.trim() !== "" && Number.isFinite(number)) onChange(number * unit.size);
	};
	return (
		<Labelled label={label} suffix={unit.label}>
			{(id) => (
				<input
					id={id}
					className="field figures w-full"
					type="number"
					inputMode="decimal"
					step={unit.size === 1 ? step : "any"}
					min={min}
					value={text}
					onChange={(event) => take(event.target.value)}
					onBlur={() => setText(shown)}
				/>
			)}
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
