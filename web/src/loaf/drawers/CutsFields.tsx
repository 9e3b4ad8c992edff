import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, MaybeNumberField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

const SAMPLES = [
	["none", "No end"],
	["front", "The front end"],
	["back", "The back end"],
] as const;

const TOOLS = [
	["", "Recommended"],
	["wire", "A wire"],
	["knife", "A knife along a guide"],
	["kitchen knife", "A plain kitchen knife"],
] as const;
const LIES = [
	["", "Recommended"],
	["upright", "Upright"],
	["on its side", "On its side"],
	["upside down", "Upside down"],
] as const;

/** How the loaf is cut. */
export function CutsFields() {
	const { document, edit, live } = useEditor();
	const { cuts } = document;
	const { bars } = live.plan.cuts;
	const thick = bars[0] ? bars[0].to_mm - bars[0].from_mm : cuts.bar_mm;
	const patch = (change: Partial<Loaf["cuts"]>) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, ...change } }), `cuts ${Object.keys(change)}`);
	return (
		<div className="space-y-2">
			<FieldRow>
				<NumberField
					label="Bar"
					quantity="length"
					value={cuts.slices ? thick : cuts.bar_mm}
					onChange={(bar_mm) => patch({ bar_mm, slices: null })}
				/>
				<MaybeNumberField
					label="Or number of bars"
					digits={0}
					placeholder={String(bars.length)}
					value={cuts.slices ?? null}
					onChange={(slices) => patch({ slices: slices && Math.round(slices) })}
				/>
				<NumberField
					label="Wire removes"
					quantity="length"
					digits={2}
					value={cuts.kerf_mm}
					onChange={(kerf_mm) => patch({ kerf_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Front slice"
					quantity="length"
					value={cuts.front_slice_mm}
					onChange={(front_slice_mm) => patch({ front_slice_mm })}
				/>
				<NumberField
					label="Back slice"
					quantity="length"
					value={cuts.back_slice_mm}
					onChange={(back_slice_mm) => patch({ back_slice_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Bars from each slice"
					suffix="bars"
					digits={0}
					min={1}
					value={cuts.parts ?? 1}
					onChange={(parts) => patch({ parts: Math.max(1, Math.round(parts)) })}
				/>
				<MaybeNumberField
					label="Or strip width"
					quantity="length"
					placeholder="by number"
					value={cuts.strip_mm ?? null}
					onChange={(strip_mm) => patch({ strip_mm })}
				/>
				<SelectField
					label="Sample from"
					value={cuts.sample ?? "none"}
					options={SAMPLES}
					onChange={(sample) => patch({ sample })}
				/>
			</FieldRow>
			{((cuts.parts ?? 1) > 1 || cuts.strip_mm) && (
				<CheckField
					label="Cut lengthwise first, then across"
					checked={cuts.strips_first ?? false}
					onChange={(checked) => patch({ strips_first: checked })}
				/>
			)}
			<FieldRow>
				<SelectField
					label="Cut with"
					value={cuts.tool ?? ""}
					options={TOOLS}
					onChange={(tool) => patch({ tool: tool || null })}
				/>
				<SelectField
					label="Position"
					value={cuts.lies ?? ""}
					options={LIES}
					onChange={(lies) => patch({ lies: lies || null })}
				/>
			</FieldRow>
		</div>
	);
}
