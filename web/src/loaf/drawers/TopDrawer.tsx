import type { Frosting } from "../../api/types";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { FigureValue } from "../../ui/FigureValue";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { FormulaChoice } from "./FormulaChoice";
import { SharesEditor } from "./SharesEditor";

const STYLES = [
	["scallops", "Scallops"],
	["smooth", "Smooth"],
] as const;

/** The frosting held back from the loaf's own pot. */
export function TopDrawer() {
	const { document, edit, live } = useEditor();
	const { units } = useUnits();
	const frosting = document.frosting ?? null;
	const patch = (change: Partial<Frosting>) =>
		edit(
			(loaf) => (loaf.frosting ? { ...loaf, frosting: { ...loaf.frosting, ...change } } : loaf),
			`frosting ${Object.keys(change)}`,
		);
	const fresh: Frosting = {
		name: "Frosting",
		volume_ml: 200,
		style: "scallops",
		rows: 2,
		tip_mm: 12,
		bag_mm: 60,
		colours: [{ colour: document.colours[0]?.id ?? "plain", percent: 100 }],
	};
	const line = frosting
		? `${frosting.name}, ${withUnit(frosting.volume_ml, "volume", units)} ${frosting.formula ? "from a pot of its own" : "held back"}`
		: "No frosting";
	return (
		<Drawer id="top" title="Top" line={line}>
			<label className="flex items-center gap-2 text-sm">
				<input
					type="checkbox"
					className="size-4"
					checked={frosting !== null}
					onChange={(event) => edit((loaf) => ({ ...loaf, frosting: event.target.checked ? fresh : null }))}
				/>
				Hold batter back for the top
			</label>
			{frosting && (
				<>
					<TextField label="Name" value={frosting.name} onChange={(name) => patch({ name })} />
					<FieldRow>
						<NumberField
							label="Hold back"
							quantity="volume"
							value={frosting.volume_ml}
							onChange={(volume_ml) => patch({ volume_ml })}
						/>
						<SelectField
							label="Style"
							value={frosting.style}
							options={STYLES}
							onChange={(style) => patch({ style })}
						/>
						{frosting.style === "scallops" && (
							<NumberField
								label="Rows"
								digits={0}
								value={frosting.rows}
								onChange={(rows) => patch({ rows: Math.round(rows) })}
							/>
						)}
						<NumberField
							label="Tip opens"
							quantity="length"
							value={frosting.tip_mm}
							onChange={(tip_mm) => patch({ tip_mm })}
						/>
						<NumberField
							label="Bag wide"
							quantity="length"
							digits={0}
							value={frosting.bag_mm}
							onChange={(bag_mm) => patch({ bag_mm })}
						/>
					</FieldRow>
					{live.plan.top && (
						<p className="text-sm">
							Spread flat it is <FigureValue figure={live.plan.top.mean_depth} label="Depth if spread flat" />{" "}
							deep; as piped it stands about{" "}
							<FigureValue
								figure={live.plan.top.stands}
								label="Height as piped"
								digits={units === "metric" ? 0 : 1}
							/>
							.
						</p>
					)}
					<FormulaChoice
						none="Held back from the loaf's pot"
						value={frosting.formula ?? null}
						onChange={(formula) => patch({ formula })}
					/>
					<SharesEditor
						what={frosting.name}
						shares={frosting.colours}
						onChange={(colours) => patch({ colours })}
					/>
				</>
			)}
		</Drawer>
	);
}
