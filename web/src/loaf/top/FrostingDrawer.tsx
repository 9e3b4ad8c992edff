import { Droplets } from "lucide-react";
import type { Frosting } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { CheckField, MaybeNumberField, NumberField, SelectField, TextField } from "../../ui/fields";
import { FormulaChoice } from "../drawers/FormulaChoice";
import { SharesEditor } from "../drawers/SharesEditor";
import { useEditor } from "../editor/EditorContext";
import { addFrosting, patchFrosting } from "./topChanges";

const MIXED = [
	["first", "Before the loaf, so that it stands in time"],
	["once poured", "Once the loaf is poured and firms"],
] as const;

/** The frosting as a batter: held back or of its own pot, its base coat, its bags. */
export function FrostingDrawer() {
	const { document, edit, live } = useEditor();
	const frosting = document.frosting;
	const patch = (change: Partial<Frosting>) => edit(patchFrosting(change), `frosting ${Object.keys(change)}`);
	const first = document.colours[0]?.id ?? "plain";
	const line = frosting
		? `${frosting.name}, ${frosting.formula ? "from a pot of its own" : "held back"}`
		: "No frosting";
	if (!frosting) {
		return (
			<Drawer id="frosting" title="Frosting" line={line}>
				<Button onClick={() => edit(addFrosting)}>
					<Droplets aria-hidden className="size-4" /> Put frosting on
				</Button>
			</Drawer>
		);
	}
	return (
		<Drawer id="frosting" title="Frosting" line={line}>
			<TextField label="Name" value={frosting.name ?? "Frosting"} onChange={(name) => patch({ name })} />
			<FormulaChoice
				none="Held back from the loaf's pot"
				value={frosting.formula ?? null}
				onChange={(formula) => patch({ formula })}
			/>
			{frosting.formula && (
				<SelectField
					label="When it is mixed"
					value={frosting.mixed ?? "first"}
					options={MIXED}
					onChange={(mixed) => patch({ mixed })}
				/>
			)}
			<MaybeNumberField
				label={(document.moulds ?? 1) > 1 ? "Held back for each" : frosting.formula ? "Mixed" : "Held back"}
				quantity="volume"
				placeholder={`as the top takes: ${Math.round(live.plan.top.volume.value)}`}
				value={frosting.held_back_ml ?? null}
				onChange={(held_back_ml) => patch({ held_back_ml })}
			/>
			<CheckField
				label="A coat spread under the piping"
				checked={frosting.base != null}
				disabled={frosting.base != null && frosting.runs.length === 0}
				onChange={(coated) =>
					patch({ base: coated ? { thick_mm: 3, colours: [{ colour: first, percent: 100 }] } : null })
				}
			/>
			{frosting.base && (
				<>
					<NumberField
						label="Coat"
						quantity="length"
						value={frosting.base.thick_mm}
						onChange={(thick_mm) => frosting.base && patch({ base: { ...frosting.base, thick_mm } })}
					/>
					<SharesEditor
						what="the coat"
						shares={frosting.base.colours}
						onChange={(colours) => frosting.base && patch({ base: { ...frosting.base, colours } })}
					/>
				</>
			)}
			<FieldRow>
				<NumberField
					label="Bag holds"
					quantity="volume"
					value={frosting.bag_ml ?? 350}
					onChange={(bag_ml) => patch({ bag_ml })}
				/>
				<NumberField
					label="Bag width"
					quantity="length"
					digits={0}
					value={frosting.bag_mm ?? 60}
					onChange={(bag_mm) => patch({ bag_mm })}
				/>
				<NumberField
					label="For practice"
					quantity="volume"
					value={frosting.practice_ml ?? 10}
					onChange={(practice_ml) => patch({ practice_ml })}
				/>
				<NumberField
					label="Left in bag"
					suffix="%"
					digits={0}
					value={frosting.waste_percent ?? 10}
					onChange={(waste_percent) => patch({ waste_percent })}
				/>
			</FieldRow>
		</Drawer>
	);
}
