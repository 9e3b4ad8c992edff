import { Plus } from "lucide-react";
import type { Kept } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { Swatch } from "../../ui/Swatch";
import { useEditor } from "../editor/EditorContext";

const PURPOSES = [
	["dough", "Dough"],
	["saver mould", "Saver mould"],
] as const;

/** Batter kept back from the loaf's pot for another day. */
export function KeptRows() {
	const { document, edit, live } = useEditor();
	const change = (keeps: Kept[], what: string) => edit((loaf) => ({ ...loaf, keeps }), what);
	const patch = (at: number, next: Partial<Kept>) =>
		change(
			document.keeps.map((kept, i) => (i === at ? { ...kept, ...next } : kept)),
			`keeps ${at} ${Object.keys(next)}`,
		);
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	return (
		<fieldset className="space-y-1.5 border-line border-t pt-2">
			<legend className="sr-only">Kept back</legend>
			{document.keeps.map((kept, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another colour in it must keep the focus.
				<div key={i} className="grid grid-cols-[1fr_84px_1fr_auto] items-end gap-2">
					<SelectField
						label={`Kept back ${i + 1}`}
						value={kept.colour}
						options={colours}
						onChange={(colour) => patch(i, { colour })}
					/>
					<NumberField
						label="Amount"
						quantity="volume"
						digits={0}
						value={kept.volume_ml}
						onChange={(volume_ml) => patch(i, { volume_ml })}
					/>
					<SelectField
						label="For"
						value={kept.purpose}
						options={PURPOSES}
						onChange={(purpose) => patch(i, { purpose })}
					/>
					<div className="col-span-3">
						<SelectField
							label={`Recoloured as ${i + 1}`}
							value={kept.into ?? ""}
							options={[["", "No"], ...colours]}
							onChange={(into) => patch(i, { into: into || null })}
						/>
						{live.plan.leftovers
							.filter((left) => left.kept === i && kept.into)
							.map((left) => (
								<p key={left.shows} className="mt-1 flex items-center gap-2 text-xs">
									<Swatch srgb={left.shows} /> {left.says}
								</p>
							))}
					</div>
					<RemoveButton
						aria-label={`Remove kept batter ${i + 1}`}
						onClick={() =>
							change(
								document.keeps.filter((_, at) => at !== i),
								"keeps",
							)
						}
					/>
				</div>
			))}
			<Button
				look="quiet"
				onClick={() =>
					change(
						[
							...document.keeps,
							{ colour: document.colours[0]?.id ?? "plain", volume_ml: 50, purpose: "dough" },
						],
						"keeps",
					)
				}
			>
				<Plus aria-hidden className="size-4" /> Keep batter back
			</Button>
		</fieldset>
	);
}
