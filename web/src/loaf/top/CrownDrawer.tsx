import type { LoafTop } from "../../api/types";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { patchTop, topOf } from "./topChanges";

const TEXTURES = [
	["smooth", "Smooth"],
	["swoops", "Swoops"],
	["peaks", "Peaks"],
] as const;

/** How the last pour is shaped before anything is put on it. */
export function CrownDrawer() {
	const { units } = useUnits();
	const { document, edit } = useEditor();
	const { crown } = topOf(document);
	const patch = (change: Partial<NonNullable<LoafTop["crown"]>>) =>
		edit(patchTop({ crown: { ...crown, ...change } }), `crown ${Object.keys(change)}`);
	const flat = !crown?.mound_mm && !crown?.swell_mm && !crown?.texture_mm;
	return (
		<Drawer
			id="crown"
			title="Shape"
			line={
				flat
					? "Level"
					: `Mounded ${withUnit((crown?.mound_mm ?? 0) + (crown?.swell_mm ?? 0), "length", units)}`
			}
		>
			<FieldRow>
				<NumberField
					label="Mound across"
					quantity="length"
					value={crown?.mound_mm ?? 0}
					onChange={(mound_mm) => patch({ mound_mm })}
				/>
				<NumberField
					label="Swell along"
					quantity="length"
					value={crown?.swell_mm ?? 0}
					onChange={(swell_mm) => patch({ swell_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Drawn into"
					value={crown?.texture ?? "smooth"}
					options={TEXTURES}
					onChange={(texture) => patch({ texture })}
				/>
				<NumberField
					label="Depth"
					quantity="length"
					value={crown?.texture_mm ?? 0}
					onChange={(texture_mm) => patch({ texture_mm })}
				/>
			</FieldRow>
		</Drawer>
	);
}
