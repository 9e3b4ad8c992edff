import type { Embed } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField } from "../../ui/fields";

const FACES = [
	["both", "Both ends"],
	["one", "The open end"],
] as const;

interface Props {
	embed: Embed;
	/** What the plan says about the row. */
	says: string | undefined;
	onChange: (row: Embed["row"]) => void;
}

/** One column, or pieces laid end to end. */
export function RowFields({ embed, says, onChange }: Props) {
	const row = embed.row ?? null;
	const fresh = { piece_mm: Math.round(embed.length_mm / 5) + 2, slice_mm: 1, faces: "both" as const };
	return (
		<>
			<CheckField
				label="Pieces laid end to end"
				checked={row !== null}
				onChange={(checked) => onChange(checked ? fresh : null)}
			/>
			{row && (
				<FieldRow>
					<NumberField
						label="Each is cast"
						quantity="length"
						value={row.piece_mm}
						onChange={(piece_mm) => onChange({ ...row, piece_mm })}
					/>
					<NumberField
						label="Sliced off ends"
						quantity="length"
						value={row.slice_mm}
						onChange={(slice_mm) => onChange({ ...row, slice_mm })}
					/>
					<SelectField
						label="Sliced at"
						value={row.faces ?? "both"}
						options={FACES}
						onChange={(faces) => onChange({ ...row, faces })}
					/>
				</FieldRow>
			)}
			{row && says && <p className="text-sm">{says}.</p>}
		</>
	);
}
