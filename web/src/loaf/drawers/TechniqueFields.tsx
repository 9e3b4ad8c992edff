import type { Pour } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { FieldRow } from "../../ui/Drawer";
import { MaybeNumberField, NumberField, SelectField } from "../../ui/fields";
import { LinesField } from "./LinesField";
import { PotField } from "./PotField";

type Technique = NonNullable<Pour["technique"]>;
type Stage = NonNullable<Pour["thickness"]>;

const SIDES = [
	["left", "The left"],
	["right", "The right"],
] as const;

const WAYS = [
	["end to end", "End to end"],
	["side to side", "In rows, side to side"],
	["along the left wall", "Along the left wall"],
	["along the right wall", "Along the right wall"],
	["as drawn", "As I draw it"],
] as const;

const JUG = [
	["steady", "Held at one height"],
	["moved", "Moved up and down"],
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
				{"way" in technique && (
					<SelectField
						label="Which way"
						value={technique.way ?? "end to end"}
						options={WAYS}
						onChange={(way) => patch({ way })}
					/>
				)}
				{"spoon_ml" in technique && (
					<NumberField
						label="One spoonful"
						quantity="volume"
						digits={0}
						min={2}
						value={technique.spoon_ml ?? 20}
						onChange={(spoon_ml) => patch({ spoon_ml })}
					/>
				)}
				{"across_percent" in technique && (
					<NumberField
						label="Right of the middle"
						suffix="%"
						digits={0}
						value={technique.across_percent ?? 0}
						onChange={(across_percent) => patch({ across_percent })}
					/>
				)}
				{"deep_mm" in technique && (
					<MaybeNumberField
						label="Pressed in"
						quantity="length"
						digits={0}
						placeholder="as it falls"
						value={technique.deep_mm ?? null}
						onChange={(deep_mm) => patch({ deep_mm })}
					/>
				)}
				{"cup_ml" in technique && technique.way === "side to side" && (
					<MaybeNumberField
						label="One small cup"
						quantity="volume"
						digits={0}
						placeholder="from the jug"
						value={technique.cup_ml ?? null}
						onChange={(cup_ml) => patch({ cup_ml })}
					/>
				)}
				{"up_and_down" in technique && (
					<SelectField
						label="Jug"
						value={technique.up_and_down ? "moved" : "steady"}
						options={JUG}
						onChange={(jug) => patch({ up_and_down: jug === "moved" })}
					/>
				)}
				{"passes" in technique && !("way" in technique && technique.way === "as drawn") && (
					<NumberField
						label={"way" in technique && technique.way === "side to side" ? "Rows" : "Passes"}
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
			{technique.kind === "drops" && technique.way === "as drawn" && (
				<LinesField pour={pour} technique={technique} onChange={patch} />
			)}
			{technique.kind === "pot swirl" && <PotField pour={pour} technique={technique} onChange={patch} />}
			<p className="text-xs text-soft">
				{swirls ? "Several colours in one pour leave their pot together, as a pot swirl." : help}
			</p>
		</>
	);
}
