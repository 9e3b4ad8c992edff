import { useState } from "react";
import { SelectField } from "../ui/fields";
import { chooseScheme, type Scheme, scheme } from "../ui/scheme";

const SCHEMES = [
	["device", "as this device has it"],
	["light", "light"],
	["dark", "dark"],
] as const satisfies readonly (readonly [Scheme, string])[];

/** Light or dark, kept by this browser alone. */
export function SchemeField() {
	const [chosen, setChosen] = useState(scheme);
	return (
		<SelectField
			label="Screen"
			value={chosen}
			options={SCHEMES}
			onChange={(next) => {
				chooseScheme(next);
				setChosen(next);
			}}
		/>
	);
}
