import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { MaybeNumberField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** How high a loaf the cutter takes and how high a bar the box; empty: no limit that is known. */
export function HeightLimits() {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Loaf["cuts"]>) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, ...change } }), `heights ${Object.keys(change)}`);
	return (
		<FieldRow>
			<MaybeNumberField
				label="Cutter takes"
				quantity="length"
				placeholder="any"
				value={document.cuts.cutter_mm ?? null}
				onChange={(cutter_mm) => patch({ cutter_mm: cutter_mm })}
			/>
			<MaybeNumberField
				label="Box takes"
				quantity="length"
				placeholder="any"
				value={document.cuts.box_mm ?? null}
				onChange={(box_mm) => patch({ box_mm: box_mm })}
			/>
		</FieldRow>
	);
}
