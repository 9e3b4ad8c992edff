import { Dices, PinOff } from "lucide-react";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NumberField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { patchScatter, topOf } from "./topChanges";

/** How all pieces keep apart, and how those that are strewn fall. */
export function StrewnFields() {
	const { document, edit, live } = useEditor();
	const { scatter } = topOf(document);
	if (scatter.items.length === 0) return null;
	const byLot = scatter.items.some((item) => (item.placing?.kind ?? "strewn") === "strewn");
	return (
		<div className="space-y-2">
			<p className="text-sm">{live.plan.top.scatter?.says}</p>
			{byLot && (
				<FieldRow>
					<NumberField
						label="Apart at least"
						quantity="length"
						value={scatter.apart_mm}
						onChange={(apart_mm) => edit(patchScatter({ apart_mm }), "apart")}
					/>
					<NumberField
						label="From the cut"
						quantity="length"
						value={scatter.line_mm}
						onChange={(line_mm) => edit(patchScatter({ line_mm }), "line")}
					/>
				</FieldRow>
			)}
			<div className="flex flex-wrap gap-2">
				{byLot && (
					<Button onClick={() => edit(patchScatter({ seed: scatter.seed + 1 }))}>
						<Dices aria-hidden className="size-4" /> Another arrangement
					</Button>
				)}
				<Button disabled={scatter.pins.length === 0} onClick={() => edit(patchScatter({ pins: [] }))}>
					<PinOff aria-hidden className="size-4" /> Unpin all
				</Button>
			</div>
			<p className="text-xs text-soft">
				Drag a piece on the drawing, or move it with the arrow keys, and it is held there; Delete lets it go.
				{byLot && " Strewn pieces are spread so that they look casual and every bar and part gets its share."}
			</p>
			{byLot && (
				<details className="text-xs text-soft">
					<summary className="cursor-pointer">How is this worked out?</summary>
					Each lies at the best of many random places: best-candidate sampling, Mitchell 1991.
				</details>
			)}
		</div>
	);
}
