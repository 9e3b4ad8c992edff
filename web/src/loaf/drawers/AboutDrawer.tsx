import { useId } from "react";
import { Drawer } from "../../ui/Drawer";
import { TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** Name and story. */
export function AboutDrawer() {
	const { document, edit } = useEditor();
	const id = useId();
	return (
		<Drawer id="about" title="Idea" line={document.story || "What is it a picture of?"}>
			<TextField
				label="Name of the loaf"
				value={document.name}
				onChange={(name) => edit((loaf) => ({ ...loaf, name }), "name")}
			/>
			<div>
				<label htmlFor={id} className="block text-xs font-semibold text-soft">
					The idea
				</label>
				<textarea
					id={id}
					className="field h-20 w-full"
					maxLength={4000}
					value={document.story}
					onChange={(event) => edit((loaf) => ({ ...loaf, story: event.target.value }), "story")}
				/>
			</div>
		</Drawer>
	);
}
