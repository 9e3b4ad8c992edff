import { useState } from "react";
import type { Formula } from "../../api/types";
import { CheckField, NotesField, TextField } from "../../ui/fields";

type Assessed = NonNullable<Formula["assessed"]>;

const lines = (text: string) =>
	text
		.split("\n")
		.map((line) => line.trim())
		.filter(Boolean);

/** The list a qualified assessor has passed; the loaf is held to it. */
export function AssessedFields({
	assessed,
	onChange,
}: {
	assessed: Assessed | null;
	onChange: (assessed: Assessed | null) => void;
}) {
	return (
		<fieldset className="space-y-2">
			<legend className="font-bold">Assessed for selling</legend>
			<CheckField
				label="Hold this formula to a list that a qualified assessor has passed"
				checked={assessed !== null}
				onChange={(checked) =>
					onChange(checked ? { reference: "Assessed list", inci: [], promised: [] } : null)
				}
			/>
			{assessed && (
				<>
					<TextField
						label="Which list"
						value={assessed.reference}
						onChange={(reference) => onChange({ ...assessed, reference })}
					/>
					<div className="grid gap-2 sm:grid-cols-2">
						<NamesField
							label="May go in, one INCI name to a line"
							names={assessed.inci}
							onChange={(inci) => onChange({ ...assessed, inci })}
						/>
						<NamesField
							label="Promised, so must go in"
							names={assessed.promised}
							onChange={(promised) => onChange({ ...assessed, promised })}
						/>
					</div>
				</>
			)}
		</fieldset>
	);
}

function NamesField({
	label,
	names,
	onChange,
}: {
	label: string;
	names: readonly string[];
	onChange: (names: string[]) => void;
}) {
	const [typed, setTyped] = useState(names.join("\n"));
	return (
		<NotesField
			label={label}
			rows={5}
			max={8000}
			value={typed}
			onChange={(text) => {
				setTyped(text);
				onChange(lines(text));
			}}
		/>
	);
}
