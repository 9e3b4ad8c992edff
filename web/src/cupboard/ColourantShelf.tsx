import { putColourant } from "../api/cupboard";
import type { Colourant, OfferedColourant } from "../api/types";
import { CardColour } from "../ui/CardColour";
import { ColourField } from "../ui/ColourField";
import { FieldRow } from "../ui/Drawer";
import { MaybeNumberField, NumberField, SelectField, TextField } from "../ui/fields";
import { Swatch } from "../ui/Swatch";
import { useUnits } from "../ui/UnitsContext";
import { doseRange, doseText, ML_PER_TSP, paperOf } from "../ui/units";
import { Shelf } from "./Shelf";

const DISPERSE = [
	["oil", "In oil"],
	["water", "In water"],
	["straight", "Straight into the oils"],
] as const;
const DECLARED = [
	["yes", "Yes"],
	["no", "No"],
	["unknown", "Not looked up"],
] as const;
const CAUTION = [
	"Only colourants declared skin-safe and alkali-stable belong in soap: say so from the supplier's sheet, not from memory. Local cosmetic law decides which may be sold. Fine powders are not to be breathed.",
];
const START: Colourant = {
	key: "",
	name: "",
	inci: "",
	disperse: "oil",
	carrier_g_per_g: 3,
	low: 0.5,
	high: 10,
	bar: { dose_g_per_kg: 5, srgb: "#7a8b99", plain_srgb: "#f6f1e4" },
	whitens: 0,
	wet_murk: 0,
	alkali_stable: null,
	skin_safe: null,
	powder: true,
	true_g_ml: 3,
};

/** Jars, each with the test bar that teaches what it does. */
export function ColourantShelf({ jars: offered }: { jars: readonly OfferedColourant[] }) {
	// What its mix holds is told of it, not written on it.
	const jars = offered.map(({ mixed_g_ml: _mixed, carrier_g_ml: _carrier, ...jar }): Colourant => jar);
	return (
		<div className="space-y-3">
			<Shelf
				kind="colourant"
				items={jars}
				taken={jars.map((jar) => jar.key)}
				start={START}
				words={{ fresh: "A new jar", add: "Add a jar" }}
				caution={CAUTION}
				putItem={putColourant}
				line={(jar) => <About jar={jar} />}
			>
				{(draft, change) => (
					<JarFields
						jar={draft}
						carrier={offered.find((jar) => jar.key === draft.key)?.carrier_g_ml}
						onChange={change}
					/>
				)}
			</Shelf>
		</div>
	);
}

function About({ jar }: { jar: Colourant }) {
	const bad = jar.alkali_stable === false || jar.skin_safe === false;
	const { units } = useUnits();
	const dose = (g_per_kg: number) => doseText(g_per_kg, units);
	const open = jar.alkali_stable == null || jar.skin_safe == null;
	return (
		<>
			<span className="flex items-center gap-2">
				<Swatch srgb={jar.bar.srgb} size={22} /> at {dose(jar.bar.dose_g_per_kg)}; tested{" "}
				{doseRange(jar.low, jar.high, units)}
			</span>
			{bad && (
				<span className="font-bold text-lye">
					Not for soap: {jar.alkali_stable === false ? "not stable in lye" : "not skin-safe"}
				</span>
			)}
			{!bad && open && <span className="font-bold text-brass">Safety not looked up yet</span>}
		</>
	);
}

const said = (value: boolean | null | undefined) => (value == null ? "unknown" : value ? "yes" : "no");
const heard = (text: "yes" | "no" | "unknown") => (text === "unknown" ? null : text === "yes");

interface JarProps {
	jar: Colourant;
	/** What a millilitre of the oil or water that it is mixed with weighs [g]. */
	carrier: number | null | undefined;
	onChange: (patch: Partial<Colourant>) => void;
}

function JarFields({ jar, carrier, onChange }: JarProps) {
	const { units } = useUnits();
	const bar = (patch: Partial<Colourant["bar"]>) => onChange({ bar: { ...jar.bar, ...patch } });
	return (
		<>
			<FieldRow>
				<TextField
					field="name"
					label="Name on the jar"
					value={jar.name}
					onChange={(name) => onChange({ name })}
				/>
				<TextField field="inci" label="INCI" value={jar.inci} onChange={(inci) => onChange({ inci })} />
			</FieldRow>
			<fieldset className="space-y-1.5">
				<legend className="font-semibold text-xs text-soft">
					A cured test bar, and the same soap without colour
				</legend>
				<FieldRow>
					<ColourField label="Bar" value={jar.bar.srgb} onChange={(srgb) => bar({ srgb })} />
					<ColourField
						label="Plain"
						value={jar.bar.plain_srgb}
						onChange={(plain_srgb) => bar({ plain_srgb })}
					/>
					<NumberField
						field="bar.dose_g_per_kg"
						label="Dose of the bar"
						quantity="dose"
						value={jar.bar.dose_g_per_kg}
						onChange={(dose_g_per_kg) => bar({ dose_g_per_kg })}
					/>
				</FieldRow>
				<div className="grid gap-2 text-sm sm:grid-cols-2">
					<CardColour onColour={(srgb) => bar({ srgb })}>Photograph the test bar</CardColour>
					<CardColour onColour={(plain_srgb) => bar({ plain_srgb })}>Photograph the plain bar</CardColour>
				</div>
				<p className="text-soft text-xs">
					Each on the <a href={`/api/bar-card.pdf?paper=${paperOf(units)}`}>bar card</a>, in daylight: the
					card's white takes the light out of it.
				</p>
			</fieldset>
			<FieldRow>
				<NumberField
					field="low"
					label="Tested from"
					quantity="dose"
					value={jar.low}
					onChange={(low) => onChange({ low })}
				/>
				<NumberField
					field="high"
					label="Tested to"
					quantity="dose"
					value={jar.high}
					onChange={(high) => onChange({ high })}
				/>
				<NumberField
					field="whitens"
					label="Whitens"
					suffix="by dose"
					digits={2}
					value={jar.whitens}
					onChange={(whitens) => onChange({ whitens })}
				/>
				<NumberField
					field="wet_murk"
					label="Duller while wet"
					suffix="0-1"
					digits={2}
					value={jar.wet_murk}
					onChange={(wet_murk) => onChange({ wet_murk })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Mix into"
					value={jar.disperse}
					options={DISPERSE}
					onChange={(disperse) => onChange({ disperse })}
				/>
				<NumberField
					field="carrier_g_per_g"
					label="Carrier per gram"
					digits={1}
					value={jar.carrier_g_per_g}
					onChange={(carrier_g_per_g) => onChange({ carrier_g_per_g })}
				/>
				<MaybeNumberField
					field="bulk_g_ml"
					label="A level teaspoon weighs"
					quantity="weight"
					digits={2}
					placeholder="not yet"
					value={jar.bulk_g_ml == null ? null : jar.bulk_g_ml * ML_PER_TSP}
					onChange={(grams) => onChange({ bulk_g_ml: grams === null ? null : grams / ML_PER_TSP })}
				/>
				{carrier && jar.bulk_g_ml != null && (
					<NumberField
						label="Carrier per level teaspoon"
						quantity="volume"
						value={(jar.carrier_g_per_g * jar.bulk_g_ml * ML_PER_TSP) / carrier}
						onChange={(ml) =>
							jar.bulk_g_ml && onChange({ carrier_g_per_g: (ml * carrier) / (jar.bulk_g_ml * ML_PER_TSP) })
						}
					/>
				)}
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Stable in lye"
					value={said(jar.alkali_stable)}
					options={DECLARED}
					onChange={(text) => onChange({ alkali_stable: heard(text) })}
				/>
				<SelectField
					label="Safe for skin"
					value={said(jar.skin_safe)}
					options={DECLARED}
					onChange={(text) => onChange({ skin_safe: heard(text) })}
				/>
			</FieldRow>
		</>
	);
}
