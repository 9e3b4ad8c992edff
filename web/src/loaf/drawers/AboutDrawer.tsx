import { Drawer } from "../../ui/Drawer";
import { NotesField, TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** Name and story. */
export function AboutDrawer() {
	const { document, edit } = useEditor();
	return (
		<Drawer id="about" title="Idea" line={document.story || "What is it a picture of?"}>
			<TextField
				label="Name of the loaf"
				value={document.name}
				onChange={(name) => edit((loaf) => ({ ...loaf, name }), "name")}
			/>
			<NotesField
				label="The idea"
				rows={3}
				max={4000}
				value={document.story}
				onChange={(story) => edit((loaf) => ({ ...loaf, story }), "story")}
			/>
		</Drawer>
	);
}
