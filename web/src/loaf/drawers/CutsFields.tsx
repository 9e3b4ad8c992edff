import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { NumberField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** How the loaf is cut. */
export function CutsFields() {
	const { document, edit } = useEditor();
	const { cuts } = document;
	const patch = (change: Partial<Loaf["cuts"]>) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, ...change } }), `cuts ${Object.keys(change)}`);
	return (
		<FieldRow>
			<NumberField
				label="Bar"
				quantity="length"
				value={cuts.bar_mm}
				onChange={(bar_mm) => patch({ bar_mm })}
			/>
			<NumberField
				label="Wire takes"
				quantity="length"
				digits={2}
				value={cuts.kerf_mm}
				onChange={(kerf_mm) => patch({ kerf_mm })}
			/>
			<NumberField
				label="Front slice"
				quantity="length"
				value={cuts.front_slice_mm}
				onChange={(front_slice_mm) => patch({ front_slice_mm })}
			/>
			<NumberField
				label="Back slice"
				quantity="length"
				value={cuts.back_slice_mm}
				onChange={(back_slice_mm) => patch({ back_slice_mm })}
			/>
		</FieldRow>
	);
}
