import { type ReactNode, useId } from "react";
import { Labelled, useSaid } from "./plainFields";

/** Yes or no, in a line. */
export function CheckField(props: {
	label: ReactNode;
	checked: boolean;
	disabled?: boolean;
	onChange: (checked: boolean) => void;
}) {
	const { touch, refused, note } = useSaid(useId());
	return (
		<>
			<label className="flex min-h-6 items-center gap-2 text-sm">
				<input
					type="checkbox"
					className="size-4"
					checked={props.checked}
					disabled={props.disabled}
					{...refused}
					onChange={(event) => {
						touch();
						props.onChange(event.target.checked);
					}}
				/>
				{props.label}
			</label>
			{note}
		</>
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
