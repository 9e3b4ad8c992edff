import { Plus } from "lucide-react";
import type { Pour } from "../../api/types";
import { Button } from "../../ui/Button";
import { fixed } from "../../ui/counting";
import { FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { FormulaChoice } from "./FormulaChoice";
import { LotChoice } from "./LotChoice";

type Shreds = Pour["shreds"][number];

const GRATED = [
	["crumbs", "Crumbs"],
	["shreds", "Shreds"],
	["curls", "Curls"],
] as const;

const FROM = [
	["there", "What there is"],
	["block", "A block cast for it"],
] as const;

interface Props {
	pour: Pour;
	onChange: (shreds: Shreds[]) => void;
}

/** Grated soap in a pour, each kind with its colour and where it comes from. */
export function ShredsRows({ pour, onChange }: Props) {
	const { document } = useEditor();
	const shreds = pour.shreds ?? [];
	const taken = document.work.flatMap((step) =>
		step.do === "pour" ? (step.shreds ?? []).map((item) => item.id) : [],
	);
	const add = () =>
		onChange([
			...shreds,
			{
				id: freeId("shreds", taken),
				name: shreds.length ? `Shreds ${shreds.length + 1}` : "Shreds",
				grams: 50,
				grated: "shreds",
				colour: document.colours[0]?.id ?? null,
				cast: false,
			},
		]);
	return (
		<>
			{shreds.map((item) => (
				<ShredsFields
					key={item.id}
					pour={pour}
					shreds={item}
					onChange={(change) =>
						onChange(shreds.map((other) => (other.id === item.id ? { ...other, ...change } : other)))
					}
					onRemove={() => onChange(shreds.filter((other) => other.id !== item.id))}
				/>
			))}
			<Button look="quiet" onClick={add}>
				<Plus aria-hidden className="size-4" /> Stir in shreds
			</Button>
		</>
	);
}

interface RowProps {
	pour: Pour;
	shreds: Shreds;
	onChange: (change: Partial<Shreds>) => void;
	onRemove: () => void;
}

function ShredsFields({ pour, shreds, onChange, onRemove }: RowProps) {
	const { document } = useEditor();
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	const from = shreds.cast ? "block" : "there";
	return (
		<div className="space-y-1.5 rounded-lg border border-line p-2" data-shreds={shreds.id}>
			<div className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
				<TextField label="Shreds" value={shreds.name} onChange={(name) => onChange({ name })} />
				<NumberField
					label="Weight"
					quantity="weight"
					digits={0}
					value={shreds.grams}
					onChange={(grams) => onChange({ grams })}
				/>
				<RemoveButton aria-label={`Remove ${shreds.name} from ${pour.name}`} onClick={onRemove} />
			</div>
			<FieldRow>
				<SelectField
					label="Grated to"
					value={shreds.grated ?? "shreds"}
					options={GRATED}
					onChange={(grated) => onChange({ grated })}
				/>
				<SelectField
					label="Shreds' colour"
					value={shreds.colour ?? ""}
					options={shreds.cast ? colours : [["", "Another"] as const, ...colours]}
					onChange={(colour) => onChange({ colour: colour || null })}
				/>
				<SelectField
					label="Grated from"
					value={from}
					options={FROM}
					onChange={(next) =>
						onChange(
							next === "block"
								? { cast: true, lot: null, colour: shreds.colour ?? document.colours[0]?.id ?? null }
								: { cast: false, formula: null },
						)
					}
				/>
			</FieldRow>
			{shreds.cast ? (
				<FormulaChoice value={shreds.formula ?? null} onChange={(formula) => onChange({ formula })} />
			) : (
				<LotChoice
					label={`${shreds.name} for ${pour.name} from`}
					none="Not listed"
					kinds={["shreds", "trimmings"]}
					value={shreds.lot ?? null}
					onChange={(lot) => onChange({ lot })}
				/>
			)}
			<ShredsLine shreds={shreds} />
		</div>
	);
}

/** What shreds come from and take; nothing while the plan is of a pour without them. */
function ShredsLine({ shreds }: { shreds: Shreds }) {
	const { live } = useEditor();
	const use = live.plan.shreds.find((item) => item.shreds === shreds.id);
	if (!use) return null;
	const { name } = shreds;
	return (
		<p className="text-sm">
			A block of <FigureValue figure={use.block_oils} label={`Oils of the block for ${name}`} digits={0} /> of
			oils gives them. They take <FigureValue figure={use.takes} label={`Room of ${name}`} digits={0} />, a
			loose heap of <FigureValue figure={use.heap} label={`Heap of ${name}`} digits={0} />:{" "}
			{fixed(use.share_percent, use.share_percent < 10 ? 1 : 0)} % of the loaf. At most{" "}
			<FigureValue figure={use.most} label={`Most of ${name}`} digits={0} /> would go in.
		</p>
	);
}
