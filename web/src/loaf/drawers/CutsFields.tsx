import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, MaybeNumberField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

const SAMPLES = [
	["none", "No end"],
	["front", "The front end"],
	["back", "The back end"],
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
					label="Or so many"
					digits={0}
					placeholder={String(bars.length)}
					value={cuts.slices ?? null}
					onChange={(slices) => patch({ slices: slices && Math.round(slices) })}
				/>
				<NumberField
					label="Wire takes"
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
					label="Each slice gives"
					suffix="bars"
					digits={0}
					min={1}
					value={cuts.parts ?? 1}
					onChange={(parts) => patch({ parts: Math.max(1, Math.round(parts)) })}
				/>
				<SelectField
					label="Sample from"
					value={cuts.sample ?? "none"}
					options={SAMPLES}
					onChange={(sample) => patch({ sample })}
				/>
			</FieldRow>
			{(cuts.parts ?? 1) > 1 && (
				<CheckField
					label="Cut lengthwise first, then across"
					checked={cuts.strips_first ?? false}
					onChange={(checked) => patch({ strips_first: checked })}
				/>
			)}
		</div>
	);
}
