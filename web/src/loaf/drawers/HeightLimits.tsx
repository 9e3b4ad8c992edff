import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { NumberField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** How high a loaf the cutter takes and how high a bar the box; nought: no limit that is known. */
export function HeightLimits() {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Loaf["cuts"]>) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, ...change } }), `heights ${Object.keys(change)}`);
	const limit = (value: number) => (value > 0 ? value : null);
	return (
		<FieldRow>
			<NumberField
				label="Cutter takes"
				quantity="length"
				value={document.cuts.cutter_mm ?? 0}
				onChange={(cutter_mm) => patch({ cutter_mm: limit(cutter_mm) })}
			/>
			<NumberField
				label="Box takes"
				quantity="length"
				value={document.cuts.box_mm ?? 0}
				onChange={(box_mm) => patch({ box_mm: limit(box_mm) })}
			/>
		</FieldRow>
	);
}
