import { Plus } from "lucide-react";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";
import { patchTop, topOf } from "./topChanges";

/** Parts of the top that stay free. */
export function ClearDrawer() {
	const { document, edit, live } = useEditor();
	const { clear = [] } = topOf(document);
	const { front_mm, back_mm, half_wide_mm: half } = live.plan.top;
	const set = (next: typeof clear, stroke: string) => edit(patchTop({ clear: next }), stroke);
	const add = () =>
		set(
			[
				...clear,
				{
					name: "",
					from_mm: Math.round((front_mm + back_mm) / 2 - 15),
					to_mm: Math.round((front_mm + back_mm) / 2 + 15),
					left_mm: -Math.round(half),
					right_mm: Math.round(half),
				},
			],
			"clear",
		);
	return (
		<Drawer id="clear" title="Kept clear" line={clear.length ? `${clear.length} parts` : "Nothing"}>
			{clear.map((part, i) => {
				const patch = (change: Partial<typeof part>) =>
					set(
						clear.map((other, at) => (at === i ? { ...other, ...change } : other)),
						`clear ${i} ${Object.keys(change)}`,
					);
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place.
					<div key={i} className="flex items-end gap-2">
						<div className="min-w-0 flex-1">
							<FieldRow>
								<NumberField
									label="From"
									quantity="length"
									value={part.from_mm}
									onChange={(from_mm) => patch({ from_mm })}
								/>
								<NumberField
									label="To"
									quantity="length"
									value={part.to_mm}
									onChange={(to_mm) => patch({ to_mm })}
								/>
								<NumberField
									label="Left"
									quantity="length"
									value={part.left_mm ?? -half}
									onChange={(left_mm) => patch({ left_mm })}
								/>
								<NumberField
									label="Right"
									quantity="length"
									value={part.right_mm ?? half}
									onChange={(right_mm) => patch({ right_mm })}
								/>
							</FieldRow>
						</div>
						<RemoveButton
							aria-label={`Remove clear part ${i + 1}`}
							onClick={() =>
								set(
									clear.filter((_, at) => at !== i),
									"clear",
								)
							}
						/>
					</div>
				);
			})}
			<Button onClick={add}>
				<Plus aria-hidden className="size-4" /> Keep a part clear
			</Button>
		</Drawer>
	);
}
