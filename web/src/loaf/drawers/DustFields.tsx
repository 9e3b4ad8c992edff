import type { Dust } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { patchDust } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

/** A line of powder: its colour and how much. */
export function DustFields({ dust }: { dust: Dust }) {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Dust>) =>
		edit(patchDust(dust.id, change), `dust ${dust.id} ${Object.keys(change)}`);
	return (
		<FieldRow>
			<TextField label="Name" value={dust.name ?? ""} onChange={(name) => patch({ name: name || "Line" })} />
			<SelectField
				label="Colour"
				value={dust.colour}
				options={document.colours.map((colour) => [colour.id, colour.name] as const)}
				onChange={(colour) => patch({ colour })}
			/>
			<NumberField
				label="Powder"
				quantity="weight"
				digits={2}
				value={dust.amount_g ?? 1.5}
				onChange={(amount_g) => patch({ amount_g })}
			/>
		</FieldRow>
	);
}
