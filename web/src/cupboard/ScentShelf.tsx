import { putScent } from "../api/cupboard";
import type { Scent } from "../api/types";
import { counted } from "../ui/counting";
import { FieldRow } from "../ui/Drawer";
import { MaybeNumberField, NumberField, SelectField, TextField } from "../ui/fields";
import { Shelf } from "./Shelf";

const BEHAVIOURS = ["moves along", "accelerates", "rices", "seizes", "separates", "fades"] as const;
const STRENGTHS = [
	["0", "no"],
	["1", "a little"],
	["2", "yes"],
	["3", "strongly"],
] as const;
const PHTHALATES = [
	["none", "None"],
	["some", "Some"],
	["unknown", "Not known"],
] as const;
const CAUTION = [
	"Limits are your supplier's own, for wash-off products; take them from the sheet of this very bottle. Concentrated scent: gloves, fresh air, off the skin.",
];

const START: Scent = {
	key: "",
	name: "",
	max_percent: null,
	vanillin_percent: 0,
	phthalates: "unknown",
	behaves: {},
	density_g_ml: 0.95,
	notes: "",
};

/** Bottles: what the sheet says, and what the studio has seen them do. */
export function ScentShelf({ scents }: { scents: readonly Scent[] }) {
	return (
		<div className="space-y-3">
			<Shelf
				kind="scent"
				items={scents}
				taken={scents.map((scent) => scent.key)}
				start={START}
				words={{ fresh: "A new bottle", add: "Add a bottle" }}
				caution={CAUTION}
				putItem={putScent}
				line={about}
			>
				{(draft, change) => <ScentFields scent={draft} onChange={change} />}
			</Shelf>
		</div>
	);
}

function about(scent: Scent): string {
	const limit = scent.max_percent == null ? "limit not looked up" : counted(`at most ${scent.max_percent} %`);
	const does = Object.entries(scent.behaves).map(
		([what, strength]) => `${what}${strength === 3 ? " strongly" : strength === 1 ? " a little" : ""}`,
	);
	return [
		limit,
		scent.vanillin_percent ? counted(`vanillin ${scent.vanillin_percent} %`) : "no vanillin",
		`phthalates ${scent.phthalates}`,
		...does,
		scent.notes,
	]
		.filter(Boolean)
		.join(" · ");
}

function ScentFields({ scent, onChange }: { scent: Scent; onChange: (patch: Partial<Scent>) => void }) {
	return (
		<>
			<TextField
				field="name"
				label="Name on the bottle"
				value={scent.name}
				onChange={(name) => onChange({ name })}
			/>
			<FieldRow>
				<MaybeNumberField
					field="max_percent"
					label="Highest use"
					suffix="%"
					digits={2}
					placeholder="not said"
					value={scent.max_percent ?? null}
					onChange={(max_percent) => onChange({ max_percent })}
				/>
				<NumberField
					field="vanillin_percent"
					label="Vanillin"
					suffix="%"
					digits={2}
					value={scent.vanillin_percent}
					onChange={(vanillin_percent) => onChange({ vanillin_percent })}
				/>
				<SelectField
					label="Phthalates"
					value={scent.phthalates}
					options={PHTHALATES}
					onChange={(phthalates) => onChange({ phthalates })}
				/>
			</FieldRow>
			<fieldset>
				<legend className="font-semibold text-xs text-soft">In batter it…</legend>
				<div className="grid grid-cols-3 gap-2">
					{BEHAVIOURS.map((what) => (
						<SelectField
							key={what}
							label={what}
							value={String(scent.behaves[what] ?? 0) as "0" | "1" | "2" | "3"}
							options={STRENGTHS}
							onChange={(strength) => {
								const { [what]: _gone, ...rest } = scent.behaves;
								onChange({ behaves: strength === "0" ? rest : { ...rest, [what]: Number(strength) } });
							}}
						/>
					))}
				</div>
			</fieldset>
			<TextField
				field="notes"
				label="What you have seen it do"
				max={4000}
				value={scent.notes}
				onChange={(notes) => onChange({ notes })}
			/>
		</>
	);
}
