import { useQuery } from "@tanstack/react-query";
import { cupboardQuery } from "../../api/queries";
import type { Mould } from "../../api/types";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

const MATERIALS = [
	["lined box", "Lined box"],
	["silicone", "Silicone"],
] as const;

export function MouldDrawer() {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const { data: cupboard } = useQuery(cupboardQuery);
	const { mould, moulds = 1 } = document;
	const patch = (change: Partial<Mould>) =>
		edit((loaf) => ({ ...loaf, mould: { ...loaf.mould, ...change } }), `mould ${Object.keys(change)}`);
	const choices = [
		["", "From the shelf…"] as const,
		...(cupboard?.moulds ?? []).map((item) => [item.name, item.name] as const),
	];
	const line = `${inUnits(mould.length_mm, "length", units)} × ${inUnits(mould.width_mm, "length", units)} × ${withUnit(mould.height_mm, "length", units)}`;
	return (
		<Drawer id="mould" title="Mould" line={`${moulds > 1 ? `${moulds} × ` : ""}${mould.name}, ${line}`}>
			<SelectField
				label="Take a mould"
				value=""
				options={choices}
				onChange={(name) => {
					const chosen = cupboard?.moulds.find((item) => item.name === name);
					if (chosen) patch(chosen);
				}}
			/>
			<FieldRow>
				<TextField label="Name" value={mould.name} onChange={(name) => patch({ name })} />
				<NumberField
					label="How many are filled"
					digits={0}
					value={moulds}
					onChange={(value) => edit((loaf) => ({ ...loaf, moulds: Math.round(value) }), "moulds")}
				/>
			</FieldRow>
			{moulds > 1 && (
				<p className="text-xs text-soft">
					All are filled, topped and cut alike from one batch. Levels, pieces and the top are told of one of
					them; pots, castings and bars are of all.
				</p>
			)}
			<FieldRow>
				<NumberField
					label="Length"
					quantity="length"
					value={mould.length_mm}
					onChange={(length_mm) => patch({ length_mm })}
				/>
				<NumberField
					label="Width"
					quantity="length"
					value={mould.width_mm}
					onChange={(width_mm) => patch({ width_mm })}
				/>
				<NumberField
					label="Height"
					quantity="length"
					value={mould.height_mm}
					onChange={(height_mm) => patch({ height_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Made of"
					value={mould.material}
					options={MATERIALS}
					onChange={(material) => patch({ material })}
				/>
				<NumberField
					label="Walls lean out"
					suffix="°"
					digits={1}
					value={mould.draft_deg}
					onChange={(draft_deg) => patch({ draft_deg })}
				/>
				<NumberField
					label="Ends lean out"
					suffix="°"
					digits={1}
					value={mould.end_draft_deg}
					onChange={(end_draft_deg) => patch({ end_draft_deg })}
				/>
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Each wall bows"
					quantity="length"
					value={mould.bow_mm}
					onChange={(bow_mm) => patch({ bow_mm })}
				/>
				<NumberField
					label="Rim marks every"
					quantity="length"
					value={mould.rim_mark_mm}
					onChange={(rim_mark_mm) => patch({ rim_mark_mm })}
				/>
			</FieldRow>
			<p className="text-xs text-soft">
				Length and width are measured inside, on the floor; height to the rim. The bow is what one long wall
				gives at the rim, mid-length, when it is full.
			</p>
		</Drawer>
	);
}
