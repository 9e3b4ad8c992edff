import { Labelled } from "./plainFields";

interface Props {
	label: string;
	/** Heard only: what it is stands beside it already. */
	hidden?: boolean;
	value: string;
	onChange: (srgb: string) => void;
}

/** A colour as it looks, chosen by eye. */
export function ColourField({ label, hidden, value, onChange }: Props) {
	return (
		<Labelled label={label} hidden={hidden}>
			{(id) => (
				<input
					id={id}
					type="color"
					className="field block h-9.5 w-full cursor-pointer"
					value={value}
					onChange={(event) => onChange(event.target.value)}
				/>
			)}
		</Labelled>
	);
}
