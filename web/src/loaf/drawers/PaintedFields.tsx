import { useQuery } from "@tanstack/react-query";
import { cupboardQuery } from "../../api/queries";
import type { Painted } from "../../api/types";
import { CheckField, NumberField, SelectField, TextField } from "../../ui/fields";

interface Props {
	/** What is painted, for people who do not see it beside. */
	of: string;
	painted: Painted | null;
	onChange: (painted: Painted | null) => void;
}

/** A jar brushed onto a piece before it goes in: rings on a stem, gold on a figure. */
export function PaintedFields({ of, painted, onChange }: Props) {
	const { data: cupboard } = useQuery(cupboardQuery);
	const jars = (cupboard?.colourants ?? []).filter((jar) => jar.skin_safe !== false);
	const [first] = jars;
	return (
		<>
			<CheckField
				label={`${of}: painted details`}
				checked={Boolean(painted)}
				disabled={!painted && !first}
				onChange={(checked) =>
					onChange(checked && first ? { of: first.key, where: "Rings", grams: 0.5 } : null)
				}
			/>
			{painted && (
				<div className="grid grid-cols-[1fr_1fr_84px] items-end gap-2">
					<SelectField
						label="Painted with"
						value={painted.of}
						options={jars.map((jar) => [jar.key, jar.name] as const)}
						onChange={(jar) => onChange({ ...painted, of: jar })}
					/>
					<TextField
						label="What of it"
						value={painted.where ?? ""}
						onChange={(where) => onChange({ ...painted, where })}
					/>
					<NumberField
						label="Amount"
						quantity="weight"
						digits={2}
						value={painted.grams ?? 0.5}
						onChange={(grams) => onChange({ ...painted, grams })}
					/>
				</div>
			)}
		</>
	);
}
