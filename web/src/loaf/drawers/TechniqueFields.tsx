import type { Pour } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";

type Technique = NonNullable<Pour["technique"]>;
type Stage = NonNullable<Pour["thickness"]>;

const SIDES = [
	["left", "The left"],
	["right", "The right"],
] as const;

interface Props {
	pour: Pour;
	onChange: (change: Partial<Pour>) => void;
}

/** By which technique a pour goes in, and how thick it then is. */
export function TechniqueFields({ pour, onChange }: Props) {
	const techniques = useCatalogue("techniques");
	const stages = useCatalogue("stages");
	const technique = pour.technique;
	const patch = (change: object) => onChange({ technique: { ...technique, ...change } as Technique });
	const help = techniques.find((entry) => entry.kind === technique.kind)?.help;
	const swirls = technique.kind === "layer" && pour.colours.length > 1;
	return (
		<>
			<FieldRow>
				<SelectField
					label="Poured as"
					value={technique.kind}
					options={optionsOf<Technique["kind"]>(techniques)}
					onChange={(kind) => onChange({ technique: freshOf<Technique>(techniques, kind) })}
				/>
				{"from_side" in technique && (
					<SelectField
						label="From"
						value={technique.from_side ?? "left"}
						options={SIDES}
						onChange={(from_side) => patch({ from_side })}
					/>
				)}
				{"passes" in technique && (
					<NumberField
						label="Strokes"
						digits={0}
						min={1}
						value={technique.passes ?? 6}
						onChange={(passes) => patch({ passes: Math.max(1, Math.round(passes)) })}
					/>
				)}
				{"turns" in technique && (
					<NumberField
						label="Swirl turns"
						digits={1}
						value={technique.turns ?? 0.5}
						onChange={(turns) => patch({ turns })}
					/>
				)}
				<SelectField
					label="How thick"
					value={pour.thickness ?? ""}
					options={[["", "As the clock expects"] as const, ...optionsOf<Stage>(stages)]}
					onChange={(stage) => onChange({ thickness: stage === "" ? null : stage })}
				/>
			</FieldRow>
			<p className="text-xs text-soft">
				{swirls ? "Several colours in one pour leave their pot together, as a pot swirl." : help}
			</p>
		</>
	);
}
