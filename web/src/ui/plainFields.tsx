import { type ReactNode, useId } from "react";

interface LabelledProps {
	label: string;
	suffix?: string;
	children: (id: string) => ReactNode;
}

/** A label over its field. */
export function Labelled({ label, suffix, children }: LabelledProps) {
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
