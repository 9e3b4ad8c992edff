import type { Pour } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";

const HOW: readonly (readonly [NonNullable<Pour["how"]>, string])[] = [
	["layer", "Layer"],
	["drops", "Drop swirl"],
	["mini drops", "Mini drops"],
	["pot swirl", "Pot swirl"],
	["corner", "From one side"],
	["plops", "Spooned plops"],
];
const SIDES = [
	["left", "The left"],
	["right", "The right"],
] as const;
const STAGES = [
	["", "As the clock expects"],
	["emulsion", "Emulsion"],
	["thin", "Thin trace"],
	["light", "Light trace"],
	["medium", "Medium trace"],
	["thick", "Thick trace"],
	["pudding", "Like pudding"],
] as const;

interface Props {
	pour: Pour;
	onChange: (change: Partial<Pour>) => void;
}

/** By which technique a pour goes in, and how thick it then is. */
export function TechniqueFields({ pour, onChange }: Props) {
	const how = pour.how ?? "layer";
	return (
		<FieldRow>
			<SelectField label="Poured as" value={how} options={HOW} onChange={(next) => onChange({ how: next })} />
			{how === "corner" && (
				<SelectField
					label="From"
					value={pour.from_side ?? "left"}
					options={SIDES}
					onChange={(from_side) => onChange({ from_side })}
				/>
			)}
			{how !== "layer" && how !== "corner" && (
				<NumberField
					label="Passes"
					digits={0}
					min={1}
					value={pour.passes ?? 6}
					onChange={(passes) => onChange({ passes: Math.max(1, Math.round(passes)) })}
				/>
			)}
			{how === "pot swirl" && (
				<NumberField
					label="Turns"
					digits={1}
					value={pour.turns ?? 0.5}
					onChange={(turns) => onChange({ turns })}
				/>
			)}
			<SelectField
				label="How thick"
				value={pour.thickness ?? ""}
				options={STAGES}
				onChange={(stage) => onChange({ thickness: stage === "" ? null : stage })}
			/>
		</FieldRow>
	);
}
