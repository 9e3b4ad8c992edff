import { Plus, X } from "lucide-react";
import type { Colour } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { TextField } from "../../ui/fields";
import { Swatch } from "../../ui/Swatch";
import { addColour, usesColour } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

export function ColoursDrawer() {
	const { document, edit } = useEditor();
	const patch = (id: string, change: Partial<Colour>) =>
		edit(
			(loaf) => ({
				...loaf,
				colours: loaf.colours.map((item) => (item.id === id ? { ...item, ...change } : item)),
			}),
			`colour ${id} ${Object.keys(change)}`,
		);
	const line = (
		<span className="flex items-center gap-1">
			{document.colours.slice(0, 12).map((colour) => (
				<Swatch key={colour.id} srgb={colour.srgb} />
			))}
		</span>
	);
	return (
		<Drawer id="colours" title="Colours" line={line}>
			{document.colours.map((colour) => (
				<div key={colour.id} className="grid grid-cols-[44px_1fr_auto] items-end gap-2">
					<input
						type="color"
						aria-label={`${colour.name}, as it should look when cured`}
						className="h-8 w-11 cursor-pointer rounded border border-line bg-white"
						value={colour.srgb}
						onChange={(event) => patch(colour.id, { srgb: event.target.value })}
					/>
					<TextField label="Name" value={colour.name} onChange={(name) => patch(colour.id, { name })} />
					<Button
						look="quiet"
						aria-label={`Remove ${colour.name}`}
						disabled={usesColour(document, colour.id)}
						title={usesColour(document, colour.id) ? "Something in the loaf uses it" : undefined}
						onClick={() =>
							edit((loaf) => ({ ...loaf, colours: loaf.colours.filter((item) => item.id !== colour.id) }))
						}
					>
						<X aria-hidden className="size-4" />
					</Button>
				</div>
			))}
			<Button onClick={() => edit(addColour)}>
				<Plus aria-hidden className="size-4" /> Add a colour
			</Button>
		</Drawer>
	);
}
