import type { Embed, Figurine } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField, TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { FormulaChoice } from "./FormulaChoice";
import { OutlineFields } from "./OutlineFields";

interface Props {
	embed: Embed;
	onChange: (figure: Embed["figure"]) => void;
}

/** A figure cast first and surrounded by the column. */
export function FigurineFields({ embed, onChange }: Props) {
	const { document } = useEditor();
	const figure = embed.figure ?? null;
	const patch = (change: Partial<Figurine>) => figure && onChange({ ...figure, ...change });
	const other = document.colours.find((colour) => colour.id !== embed.colour) ?? document.colours[0];
	const fresh: Figurine = {
		name: "Figure",
		outline: { kind: "circle", diameter_mm: 10 },
		across_mm: 0,
		up_mm: 0,
		turn_deg: 0,
		colour: other?.id ?? "plain",
	};
	return (
		<>
			<CheckField
				label="A figure is cast inside it"
				checked={figure !== null}
				onChange={(checked) => onChange(checked ? fresh : null)}
			/>
			{figure && (
				<fieldset className="space-y-2 rounded-lg border border-line bg-paper p-2">
					<legend className="px-1 text-xs font-semibold text-soft">The figure inside</legend>
					<FieldRow>
						<TextField label="Figure" value={figure.name} onChange={(name) => patch({ name })} />
						<SelectField
							label="Its colour"
							value={figure.colour}
							options={document.colours.map((colour) => [colour.id, colour.name] as const)}
							onChange={(colour) => patch({ colour })}
						/>
					</FieldRow>
					<OutlineFields outline={figure.outline} onChange={(outline) => patch({ outline })} />
					<FieldRow>
						<NumberField
							label="Across"
							quantity="length"
							value={figure.across_mm}
							onChange={(across_mm) => patch({ across_mm })}
						/>
						<NumberField
							label="Up"
							quantity="length"
							value={figure.up_mm}
							onChange={(up_mm) => patch({ up_mm })}
						/>
						<NumberField
							label="Rotation"
							suffix="°"
							digits={1}
							value={figure.turn_deg}
							onChange={(turn_deg) => patch({ turn_deg })}
						/>
					</FieldRow>
					<FormulaChoice value={figure.formula ?? null} onChange={(formula) => patch({ formula })} />
				</fieldset>
			)}
		</>
	);
}
