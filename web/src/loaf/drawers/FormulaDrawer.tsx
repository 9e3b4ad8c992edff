import { useQuery } from "@tanstack/react-query";
import { Copy } from "lucide-react";
import { useState } from "react";
import { cupboardQuery } from "../../api/queries";
import type { Fat, Formula } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { PercentRows } from "../../ui/PercentRows";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

const WATER = [
	["concentration", "Lye strength"],
	["ratio", "Water to lye"],
	["share of oils", "Share of oils"],
] as const;

const WATER_START = { concentration: 33, ratio: 2, "share of oils": 33 } as const;
const WATER_UNIT = { concentration: "% lye", ratio: ": 1", "share of oils": "% of oils" } as const;

/** The formulas of this loaf: its own, and any a column or piece is cast from. */
export function FormulaDrawer() {
	const { document, edit } = useEditor();
	const [openId, setOpenId] = useState(document.formula);
	const { data: cupboard } = useQuery(cupboardQuery);
	const formula = document.formulas.find((item) => item.id === openId) ?? document.formulas[0];
	if (!formula) return null;
	const own = document.formulas.find((item) => item.id === document.formula);
	const patch = (change: Partial<Formula>) =>
		edit(
			(loaf) => ({
				...loaf,
				formulas: loaf.formulas.map((item) => (item.id === formula.id ? { ...item, ...change } : item)),
			}),
			`formula ${formula.id} ${Object.keys(change)}`,
		);
	const copy = () => {
		const id = freeId(
			"formula",
			document.formulas.map((item) => item.id),
		);
		edit((loaf) => ({
			...loaf,
			formulas: [...loaf.formulas, { ...formula, id, name: `${formula.name}, another` }],
		}));
		setOpenId(id);
	};
	const options = document.formulas.map((item) => [item.id, item.name] as const);
	return (
		<Drawer id="formula" title="Formula" line={own?.name}>
			<div className="grid grid-cols-[1fr_auto] items-end gap-2">
				<SelectField label="Formula to look at" value={formula.id} options={options} onChange={setOpenId} />
				<Button onClick={copy}>
					<Copy aria-hidden className="size-4" /> Copy
				</Button>
			</div>
			<TextField label="Name" value={formula.name} onChange={(name) => patch({ name })} />
			{formula.id !== document.formula && (
				<Button onClick={() => edit((loaf) => ({ ...loaf, formula: formula.id }))}>
					Make it the loaf's own
				</Button>
			)}
			<FatRows formula={formula} fats={cupboard?.fats ?? []} onChange={(fats) => patch({ fats })} />
			<FieldRow>
				<NumberField
					label="Lye left out"
					suffix="%"
					digits={2}
					value={formula.lye_discount_percent}
					onChange={(lye_discount_percent) => patch({ lye_discount_percent })}
				/>
				<NumberField
					label="Lye purity"
					suffix="%"
					digits={2}
					value={formula.naoh_purity_percent}
					onChange={(naoh_purity_percent) => patch({ naoh_purity_percent })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Water given by"
					value={formula.water.by}
					options={WATER}
					onChange={(by) => patch({ water: { by, value: WATER_START[by] } })}
				/>
				<NumberField
					label="Water"
					suffix={WATER_UNIT[formula.water.by]}
					digits={2}
					value={formula.water.value}
					onChange={(value) => patch({ water: { ...formula.water, value } })}
				/>
			</FieldRow>
			<LateFatFields
				formula={formula}
				fats={cupboard?.fats ?? []}
				onChange={(late_fat) => patch({ late_fat })}
			/>
		</Drawer>
	);
}

interface RowsProps {
	formula: Formula;
	fats: readonly Fat[];
	onChange: (fats: Formula["fats"]) => void;
}

function FatRows({ formula, fats, onChange }: RowsProps) {
	const unused = fats.find((fat) => !formula.fats.some((share) => share.fat === fat.key));
	const total = formula.fats.reduce((sum, share) => sum + share.percent, 0);
	return (
		<PercentRows
			what="Fat"
			digits={2}
			rows={formula.fats.map((share) => ({ key: share.fat, percent: share.percent }))}
			options={fats.map((fat) => [fat.key, fat.name] as const)}
			onChange={(rows) => onChange(rows.map((row) => ({ fat: row.key, percent: row.percent })))}
			onAdd={unused && (() => onChange([...formula.fats, { fat: unused.key, percent: 5 }]))}
		>
			<p className="figures pr-12 text-sm">Together {Number(total.toFixed(2))} %</p>
		</PercentRows>
	);
}

interface LateProps {
	formula: Formula;
	fats: readonly Fat[];
	onChange: (late: Formula["late_fat"]) => void;
}

function LateFatFields({ formula, fats, onChange }: LateProps) {
	const late = formula.late_fat ?? null;
	const options = [["", "None"] as const, ...fats.map((fat) => [fat.key, fat.name] as const)];
	return (
		<FieldRow>
			<SelectField
				label="Fat kept for after trace"
				value={late?.fat ?? ""}
				options={options}
				onChange={(fat) => onChange(fat ? { fat, percent_of_oils: late?.percent_of_oils ?? 3 } : null)}
			/>
			{late && (
				<NumberField
					label="On top of the oils"
					suffix="%"
					digits={2}
					value={late.percent_of_oils}
					onChange={(percent_of_oils) => onChange({ ...late, percent_of_oils })}
				/>
			)}
		</FieldRow>
	);
}
