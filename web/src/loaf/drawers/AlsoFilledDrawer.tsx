import { Plus } from "lucide-react";
import type { AlsoFilled, Mould } from "../../api/types";
import { freshOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { alsoOut } from "../alsoOut";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { MouldFields } from "./MouldFields";
import { ColumnPourFields } from "./PouredFields";
import { SharesEditor } from "./SharesEditor";

/** Other moulds that the loaf's own pot fills: bars of another box, cups on a tray. */
export function AlsoFilledDrawer() {
	const { document, edit } = useEditor();
	const moulds = useCatalogue("moulds");
	const ways = useCatalogue("column_pours");
	const rows = document.also_filled ?? [];
	const change = (also_filled: AlsoFilled[], what: string) =>
		edit((loaf) => ({ ...loaf, also_filled }), `also filled ${what}`);
	const add = () => {
		const fresh = freshOf<Mould>(moulds, "cup");
		const mould = { ...fresh, name: fresh.name ?? "Cups" } as Extract<Mould, { kind: "cup" }>;
		const id = freeId(
			"also",
			rows.map((row) => row.id),
		);
		const colour = document.colours[0]?.id ?? "plain";
		change(
			[
				...rows,
				{
					id,
					name: rows.length ? `Cups ${rows.length + 1}` : "Cups",
					mould,
					moulds: mould.cavities,
					under_mm: 0,
					colours: [{ colour, percent: 100 }],
					way: freshOf(ways, "by turns"),
					parts: 1,
				},
			],
			"rows",
		);
	};
	return (
		<Drawer id="also" title="Also filled" line={rows.map((row) => row.name).join(", ") || "No other mould"}>
			<p className="text-xs text-soft">
				Other moulds from the same pot, filled right after the loaf: their batter is mixed with its bowls.
			</p>
			{rows.map((row) => (
				<Row
					key={row.id}
					row={row}
					onChange={(next, what) =>
						change(
							rows.map((item) => (item.id === row.id ? { ...item, ...next } : item)),
							`${row.id} ${what}`,
						)
					}
					onRemove={() =>
						change(
							rows.filter((item) => item.id !== row.id),
							"rows",
						)
					}
				/>
			))}
			<Button look="quiet" onClick={add}>
				<Plus aria-hidden className="size-4" /> Fill another mould
			</Button>
		</Drawer>
	);
}

interface RowProps {
	row: AlsoFilled;
	onChange: (next: Partial<AlsoFilled>, what: string) => void;
	onRemove: () => void;
}

function Row({ row, onChange, onRemove }: RowProps) {
	const { live } = useEditor();
	const { units } = useUnits();
	const ways = useCatalogue("column_pours");
	const cut = live.plan.also_cut.find((item) => item.id === row.id);
	const cups = row.mould.kind === "cup";
	return (
		<fieldset data-also={row.id} className="space-y-2 border-line border-t pt-2">
			<legend className="sr-only">{row.name}</legend>
			<div className="flex items-end gap-2">
				<div className="flex-1">
					<TextField label="Called" value={row.name} onChange={(name) => onChange({ name }, "name")} />
				</div>
				<RemoveButton aria-label={`Remove ${row.name}`} onClick={onRemove} />
			</div>
			<MouldFields
				mould={row.mould}
				count={row.moulds ?? 1}
				onPatch={(change) =>
					onChange({ mould: { ...row.mould, ...change } as Mould }, `mould ${Object.keys(change)}`)
				}
				onTake={(mould) =>
					onChange(
						{ mould, moulds: mould.kind === "cup" ? mould.cavities : 1, parts: 1, under_mm: 0 },
						"another mould",
					)
				}
				onCount={(moulds) => onChange({ moulds }, "count")}
			/>
			<FieldRow>
				<NumberField
					label="Under its rim by"
					quantity="length"
					value={row.under_mm ?? 0}
					onChange={(under_mm) => onChange({ under_mm }, "under")}
				/>
				{!cups && (
					<NumberField
						label="Each is cut into"
						digits={0}
						min={1}
						value={row.parts ?? 1}
						onChange={(parts) => onChange({ parts: Math.max(1, Math.round(parts)) }, "parts")}
					/>
				)}
			</FieldRow>
			<SharesEditor
				what={row.name}
				shares={row.colours}
				onChange={(colours) => onChange({ colours }, "colours")}
			/>
			{row.colours.length > 1 && (
				<ColumnPourFields
					way={row.way ?? freshOf(ways, "by turns")}
					onChange={(way) => onChange({ way }, "way")}
				/>
			)}
			{cut && (
				<p className="figures text-sm">
					{withUnit(cut.each_ml, "volume", units, units === "metric" ? 0 : 1)} in each; {alsoOut(cut, units)}
				</p>
			)}
		</fieldset>
	);
}
