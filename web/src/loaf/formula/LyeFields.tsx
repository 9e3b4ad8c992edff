import type { Fat, FatGroup, Formula } from "../../api/types";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";

const WATER = [
	["concentration", "Lye strength"],
	["ratio", "Water to lye"],
	["share of oils", "Share of oils"],
] as const;
const WATER_START = { concentration: 33, ratio: 2, "share of oils": 33 } as const;
const WATER_UNIT = { concentration: "% lye", ratio: ": 1", "share of oils": "% of oils" } as const;

interface Props {
	formula: Formula;
	fats: readonly Fat[];
	groups: readonly FatGroup[];
	onChange: (change: Partial<Formula>) => void;
}

/** Lye, water, and the fat kept for after trace. */
export function LyeFields({ formula, fats, groups, onChange }: Props) {
	const late = formula.late_fat ?? null;
	return (
		<fieldset className="space-y-2">
			<legend className="font-bold">Lye and water</legend>
			<FieldRow>
				<NumberField
					label="Lye left out"
					suffix="%"
					digits={2}
					value={formula.lye_discount_percent}
					onChange={(lye_discount_percent) => onChange({ lye_discount_percent })}
				/>
				<NumberField
					label="Lye purity"
					suffix="%"
					digits={2}
					value={formula.naoh_purity_percent}
					onChange={(naoh_purity_percent) => onChange({ naoh_purity_percent })}
				/>
				<SelectField
					label="Water given by"
					value={formula.water.by}
					options={WATER}
					onChange={(by) => onChange({ water: { by, value: WATER_START[by] } })}
				/>
				<NumberField
					label="Water"
					suffix={WATER_UNIT[formula.water.by]}
					digits={2}
					value={formula.water.value}
					onChange={(value) => onChange({ water: { ...formula.water, value } })}
				/>
			</FieldRow>
			<FieldRow>
				<ChoiceField
					label="Fat kept for after trace"
					value={late?.fat ?? ""}
					options={[["", "None"] as const, ...fats.map((fat) => [fat.key, fat.name] as const)]}
					groups={groups}
					onChange={(fat) =>
						onChange({ late_fat: fat ? { fat, percent_of_oils: late?.percent_of_oils ?? 3 } : null })
					}
				/>
				{late && (
					<NumberField
						label="On top of the oils"
						suffix="%"
						digits={2}
						value={late.percent_of_oils}
						onChange={(percent_of_oils) => onChange({ late_fat: { ...late, percent_of_oils } })}
					/>
				)}
			</FieldRow>
		</fieldset>
	);
}
