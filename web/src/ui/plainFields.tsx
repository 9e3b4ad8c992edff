import { type ReactNode, useId } from "react";
import { useRefusal } from "./refusal";

const NARROW_PX = 96;

interface LabelledProps {
	label: string;
	suffix?: string;
	children: (id: string) => ReactNode;
}

/** In a narrow place a sentence would be a column of words: it is heard there, and seen above the drawing alone. */
const hideWhereNarrow = (note: HTMLElement | null) => {
	note?.classList.toggle("sr-only", (note.parentElement?.clientWidth ?? 0) < NARROW_PX);
};

/**
 * What is refused of a control, said beside it; and what the control itself needs for that.
 *
 * ``field``: the part of what is sent that it holds, where that is kept by a press.
 */
export function useSaid(id: string, field = id) {
	const { said, touch } = useRefusal(field);
	const says = `${id}-refused`;
	return {
		touch,
		refused: said ? ({ "aria-invalid": true, "aria-describedby": says } as const) : {},
		note: said && (
			<span id={says} ref={hideWhereNarrow} className="mt-1 block text-lye text-xs font-semibold">
				{said}
			</span>
		),
	};
}

/** A label over its field; side by side with others fields stand in one line, however long their names are. */
export function Labelled({ label, suffix, children }: LabelledProps) {
	const id = useId();
	return (
		<div className="labelled grid min-w-0 content-start gap-y-0">
			<label
				htmlFor={id}
				className="block self-end text-balance text-xs leading-tight font-semibold text-soft"
			>
				{label}
				{suffix && <span className="font-normal"> {suffix}</span>}
			</label>
			<div className="min-w-0">{children(id)}</div>
		</div>
	);
}

export function TextField(props: {
	label: string;
	value: string;
	onChange: (value: string) => void;
	field?: string;
	max?: number;
}) {
	return <Labelled label={props.label}>{(id) => <TextInput {...props} id={id} />}</Labelled>;
}

interface TextInputProps {
	id: string;
	value: string;
	onChange: (value: string) => void;
	field?: string;
	max?: number;
}

function TextInput({ id, value, onChange, field, max = 120 }: TextInputProps) {
	const { touch, refused, note } = useSaid(id, field);
	return (
		<>
			<input
				id={id}
				className="field w-full"
				maxLength={max}
				value={value}
				{...refused}
				onChange={(event) => {
					touch();
					onChange(event.target.value);
				}}
			/>
			{note}
		</>
	);
}

interface Choice<T extends string> {
	value: T;
	options: readonly (readonly [T, string])[];
	onChange: (value: T) => void;
}

export function SelectField<T extends string>({ label, ...choice }: Choice<T> & { label: string }) {
	return <Labelled label={label}>{(id) => <Select {...choice} id={id} />}</Labelled>;
}

function Select<T extends string>({ id, value, options, onChange }: Choice<T> & { id: string }) {
	const { touch, refused, note } = useSaid(id);
	return (
		<>
			<select
				id={id}
				className="field w-full"
				value={value}
				{...refused}
				onChange={(event) => {
					touch();
					onChange(event.target.value as T);
				}}
			>
				{options.map(([key, text]) => (
					<option key={key} value={key}>
						{text}
					</option>
				))}
			</select>
			{note}
		</>
	);
}
