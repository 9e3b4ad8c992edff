import type { Loaf } from "../../api/types";
import { SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

type Cover = Loaf["sizing"]["cover"];

const COVERS: readonly (readonly [Cover, string])[] = [
	["open", "Open, in the room"],
	["lid", "Under a lid or a board"],
	["towel", "Lid on, towels around"],
	["heat pad", "Towels, on a heat pad"],
	["fridge", "In the fridge"],
];

/** How the loaf is left to set: whether it gels follows from that. */
export function CoverField() {
	const { document, edit } = useEditor();
	return (
		<SelectField
			label="Left to set"
			value={document.sizing.cover}
			options={COVERS}
			onChange={(chosen) => {
				const cover = COVERS.find(([key]) => key === chosen)?.[0];
				if (cover) edit((loaf) => ({ ...loaf, sizing: { ...loaf.sizing, cover } }), "cover");
			}}
		/>
	);
}
