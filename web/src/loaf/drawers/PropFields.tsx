import type { Prop } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { SelectField, TextField } from "../../ui/fields";
import { patchProp } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

const FIRM = "";

/** What holds a column: what it is, which column, and when it comes out. */
export function PropFields({ prop }: { prop: Prop }) {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Prop>) =>
		edit(patchProp(prop.id, change), `prop ${prop.id} ${Object.keys(change)}`);
	const from = document.work.indexOf(prop);
	const pours = document.work.slice(from).flatMap((step) => (step.do === "pour" ? [step] : []));
	return (
		<FieldRow>
			<TextField
				label="What holds it"
				value={prop.name ?? ""}
				onChange={(name) => patch({ name: name || "Skewers" })}
			/>
			<SelectField
				label="Column"
				value={prop.embed}
				options={document.embeds.map((embed) => [embed.id, embed.name] as const)}
				onChange={(embed) => patch({ embed })}
			/>
			<SelectField
				label="Comes out"
				value={prop.until ?? FIRM}
				options={[
					...pours.map((pour) => [pour.id, `after ${pour.name}`] as const),
					[FIRM, "once the loaf is firm"] as const,
				]}
				onChange={(until) => patch({ until: until === FIRM ? null : until })}
			/>
		</FieldRow>
	);
}
