import { putAdditive } from "../api/cupboard";
import type { Additive, OfferedAdditive } from "../api/types";
import { optionsOf, useCatalogue } from "../api/useCatalogue";
import { ColourField } from "../ui/ColourField";
import { FieldRow } from "../ui/Drawer";
import { CheckField, NumberField, SelectField, TextField } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { doseRange } from "../ui/units";
import { Shelf } from "./Shelf";

const CAUTION = [
	"What goes on skin must be made for it, and stand lye. Doses here are common practice: the supplier's sheet goes before them. Fine powders are not to be breathed.",
];
type Choices = readonly (readonly [string, string])[];
const PACES: Choices = [
	["-2", "Much later"],
	["-1", "Later"],
	["0", "As usual"],
	["1", "Sooner"],
	["2", "Much sooner"],
];
const HEATS: Choices = [
	["0", "No"],
	["1", "Some"],
	["2", "Strongly"],
];
const FIRMS: Choices = [
	["-1", "Softer"],
	["0", "As usual"],
	["1", "Firmer"],
	["2", "Much firmer"],
];
/** What it is weighs as spooned, and as it lies in batter [g/ml]; how much of it is water. */
const FORMS = [
	["powder", "Powder", { bulk: 0.5, true: 1.5, water_share: 0, powder: true }],
	["grains", "Grains", { bulk: 0.6, true: 1.2, water_share: 0, powder: false }],
	["oil", "Oil", { bulk: 0.92, true: 0.92, water_share: 0, powder: false }],
	["liquid", "Watery", { bulk: 1, true: 1, water_share: 0.95, powder: false }],
] as const;
type Form = (typeof FORMS)[number][0];
const START: Additive = {
	key: "",
	name: "",
	inci: "",
	stage: "after trace",
	also: ["oils"],
	low: 5,
	high: 20,
	bulk: 0.5,
	true: 1.5,
	pace: 0,
	heat: 0,
	firm: 0,
	water_share: 0,
	powder: true,
	colour: null,
	note: "",
	own: true,
};

/** Additives: the built-in ones, and the studio's own by name, form, dose and INCI. */
export function AdditiveShelf({ additives }: { additives: readonly OfferedAdditive[] }) {
	// Where it may go is told of it, not written on it.
	const own = additives
		.filter((additive) => additive.own)
		.map(({ places: _places, bowl_places: _bowls, ...additive }): Additive => additive);
	const standing = additives.filter((additive) => !additive.own);
	return (
		<div className="space-y-3">
			<Shelf
				kind="additive"
				items={own}
				taken={additives.map((additive) => additive.key)}
				start={START}
				words={{ fresh: "A new additive", add: "Add an additive" }}
				caution={CAUTION}
				putItem={putAdditive}
				line={(additive) => <About additive={additive} />}
			>
				{(draft, change) => <AdditiveFields additive={draft} onChange={change} />}
			</Shelf>
			<section aria-labelledby="built-in" className="tray p-4">
				<h2 id="built-in" className="text-lg">
					Known already
				</h2>
				<ul className="mt-1 columns-1 gap-6 text-sm md:columns-2 xl:columns-3">
					{standing.map((additive) => (
						<li key={additive.key} className="mb-1.5 break-inside-avoid">
							<strong>{additive.name}</strong>{" "}
							<span className="text-soft">
								<About additive={additive} />
							</span>
						</li>
					))}
				</ul>
			</section>
		</div>
	);
}

function About({ additive }: { additive: Additive }) {
	const { units } = useUnits();
	const label = useCatalogue("additive_stages").find((stage) => stage.kind === additive.stage)?.label;
	return (
		<>
			{additive.inci || "no INCI name yet"} · {doseRange(additive.low, additive.high, units)} ·{" "}
			{label?.toLowerCase()}
			{additive.note && ` · ${additive.note}`}
		</>
	);
}

interface FieldsProps {
	additive: Additive;
	onChange: (change: Partial<Additive>) => void;
}

function AdditiveFields({ additive, onChange }: FieldsProps) {
	const stages = useCatalogue("additive_stages");
	const form: Form = additive.powder
		? "powder"
		: (additive.water_share ?? 0) > 0.5
			? "liquid"
			: (additive.bulk ?? 0) > 0.8
				? "oil"
				: "grains";
	return (
		<>
			<FieldRow>
				<TextField field="name" label="Name" value={additive.name} onChange={(name) => onChange({ name })} />
				<TextField
					field="inci"
					label="INCI"
					value={additive.inci ?? ""}
					onChange={(inci) => onChange({ inci })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Form"
					value={form}
					options={FORMS.map(([key, text]) => [key, text] as const)}
					onChange={(key) => onChange(FORMS.find(([other]) => other === key)?.[2] ?? {})}
				/>
				<NumberField
					field="low"
					label="Usually from"
					quantity="dose"
					value={additive.low}
					onChange={(low) => onChange({ low })}
				/>
				<NumberField
					field="high"
					label="to"
					quantity="dose"
					value={additive.high}
					onChange={(high) => onChange({ high })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Usually goes into"
					value={additive.stage ?? "after trace"}
					options={optionsOf<NonNullable<Additive["stage"]>>(stages)}
					onChange={(stage) =>
						onChange({ stage, also: (additive.also ?? []).filter((other) => other !== stage) })
					}
				/>
			</FieldRow>
			<fieldset>
				<legend className="font-semibold text-xs text-soft">It may go into…</legend>
				<div className="grid gap-x-3 gap-y-2 sm:grid-cols-2">
					{stages
						.filter((stage) => stage.kind !== additive.stage)
						.map((stage) => {
							const kind = stage.kind as NonNullable<Additive["stage"]>;
							const also = additive.also ?? [];
							return (
								<CheckField
									key={kind}
									label={stage.label}
									checked={also.includes(kind)}
									onChange={(checked) =>
										onChange({ also: checked ? [...also, kind] : also.filter((other) => other !== kind) })
									}
								/>
							);
						})}
				</div>
			</fieldset>
			<FieldRow>
				<SelectField
					label="Thickens"
					value={String(additive.pace ?? 0)}
					options={PACES}
					onChange={(pace) => onChange({ pace: Number(pace) })}
				/>
				<SelectField
					label="Warms the loaf"
					value={String(additive.heat ?? 0)}
					options={HEATS}
					onChange={(heat) => onChange({ heat: Number(heat) })}
				/>
				<SelectField
					label="Unmoulds"
					value={String(additive.firm ?? 0)}
					options={FIRMS}
					onChange={(firm) => onChange({ firm: Number(firm) })}
				/>
			</FieldRow>
			<CheckField
				label="It tints the bar"
				checked={additive.colour != null}
				onChange={(checked) => onChange({ colour: checked ? "#b08a5a" : null })}
			/>
			{additive.colour != null && (
				<ColourField
					label="At twice its highest dose"
					value={additive.colour}
					onChange={(colour) => onChange({ colour })}
				/>
			)}
			<TextField
				field="note"
				label="Your note"
				max={400}
				value={additive.note ?? ""}
				onChange={(note) => onChange({ note })}
			/>
		</>
	);
}
