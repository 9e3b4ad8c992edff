import { Labelled } from "./plainFields";

/** A colour as it looks, chosen by eye. */
export function ColourField(props: { label: string; value: string; onChange: (srgb: string) => void }) {
	return (
		<Labelled label={props.label}>
			{(id) => (
				<input
					id={id}
					type="color"
					className="field block h-9.5 w-full cursor-pointer"
					value={props.value}
					onChange={(event) => props.onChange(event.target.value)}
				/>
			)}
		</Labelled>
	);
}
