import { type ReactNode, useId } from "react";
import { useRefusal } from "./refusal";

const NARROW_PX = 96;

interface LabelledProps {
	label: string;
	/** Heard only: what it is stands beside it already. */
	hidden?: boolean;
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
export function Labelled({ label, hidden, suffix, children }: LabelledProps) {
	const id = useId();
	const looks = hidden
		? "sr-only"
		: "block self-end text-balance text-xs leading-tight font-semibold text-soft";
	return (
		<div className={hidden ? "relative min-w-0" : "labelled grid min-w-0 content-start gap-y-0"}>
			<label htmlFor={id} className={looks}>
				{label}
				{suffix && <span className="font-normal"> {suffix}</span>}
			</label>
			<div className="min-w-0">{children(id)}</div>
		</div>
	);
}

interface Written {
	label: string;
	hidden?: boolean;
	value: string;
	onChange: (value: string) => void;
	/** The hand leaves it. */
	onBlur?: () => void;
	/** Handed on only when the hand leaves it. */
	late?: boolean;
	/** The part of what is sent that it holds, where that is kept by a press. */
	field?: string;
	max?: number;
	placeholder?: string;
	/** Instead of a field's usual look. */
	look?: string;
}

interface Line extends Written {
	kind?: "text" | "search" | "password";
	/** What a browser may fill in. */
	complete?: string;
	readOnly?: boolean;
}

/** Words in a line. */
export function TextField(props: Line) {
	return (
		<Labelled label={props.label} hidden={props.hidden}>
			{(id) => <TextInput {...props} id={id} />}
		</Labelled>
	);
}

function TextInput({
	id,
	kind = "text",
	complete,
	readOnly,
	look = "field w-full",
	...props
}: Line & { id: string }) {
	const { refused, note, written } = useWritten(id, { max: 120, ...props });
	return (
		<>
			<input
				id={id}
				type={kind}
				className={look}
				autoComplete={complete}
				readOnly={readOnly}
				{...refused}
				{...written}
			/>
			{note}
		</>
	);
}

/** Words over several lines. */
export function NotesField({ rows = 2, look = "field w-full", ...props }: Written & { rows?: number }) {
	return (
		<Labelled label={props.label} hidden={props.hidden}>
			{(id) => <NotesInput {...props} id={id} rows={rows} look={look} />}
		</Labelled>
	);
}

function NotesInput({ id, rows, look, ...props }: Written & { id: string; rows: number }) {
	const { refused, note, written } = useWritten(id, { max: 2000, ...props });
	return (
		<>
			<textarea id={id} rows={rows} className={look} {...refused} {...written} />
			{note}
		</>
	);
}

function useWritten(
	id: string,
	{ value, onChange, onBlur, late, field, max, placeholder }: Omit<Written, "label">,
) {
	const { touch, refused, note } = useSaid(id, field);
	const hand = (text: string) => {
		touch();
		onChange(text);
	};
	type Left = { target: { value: string } };
	const written = {
		maxLength: max,
		placeholder,
		...(late
			? { defaultValue: value, onBlur: (event: Left) => hand(event.target.value) }
			: { value, onChange: (event: Left) => hand(event.target.value), onBlur }),
	};
	return { refused, note, written };
}

interface Choice<T extends string> {
	value: T;
	options: readonly (readonly [T, string])[];
	onChange: (value: T) => void;
	/** Instead of a field's usual look. */
	look?: string;
}

export function SelectField<T extends string>({
	label,
	hidden,
	...choice
}: Choice<T> & { label: string; hidden?: boolean }) {
	return (
		<Labelled label={label} hidden={hidden}>
			{(id) => <Select {...choice} id={id} />}
		</Labelled>
	);
}

function Select<T extends string>({
	id,
	value,
	options,
	onChange,
	look = "field w-full",
}: Choice<T> & { id: string }) {
	const { touch, refused, note } = useSaid(id);
	return (
		<>
			<select
				id={id}
				className={look}
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
