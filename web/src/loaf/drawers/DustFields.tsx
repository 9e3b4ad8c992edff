import type { Dust } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { patchDust } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

/** So much oil to a powder's weight makes it run off a spoon: common practice, no source. */
const OIL = 4;

/** A thin line: its colour, dry or in oil, and how much. */
export function DustFields({ dust }: { dust: Dust }) {
	const { document, edit } = useEditor();
	const patch = (change: Partial<Dust>) =>
		edit(patchDust(dust.id, change), `dust ${dust.id} ${Object.keys(change)}`);
	return (
		<FieldRow>
			<TextField label="Name" value={dust.name ?? ""} onChange={(name) => patch({ name: name || "Line" })} />
			<SelectField
				label="Colour"
				value={dust.colour}
				options={document.colours.map((colour) => [colour.id, colour.name] as const)}
				onChange={(colour) => patch({ colour })}
			/>
			<SelectField
				label="Goes on"
				value={dust.oil_g == null ? "dry" : "in oil"}
				options={
					[
						["dry", "Dry, sieved"],
						["in oil", "In oil, drizzled"],
					] as const
				}
				onChange={(how) => patch({ oil_g: how === "dry" ? null : OIL * (dust.amount_g ?? 1.5) })}
			/>
			<NumberField
				label="Powder"
				quantity="weight"
				digits={2}
				value={dust.amount_g ?? 1.5}
				onChange={(amount_g) => patch({ amount_g })}
			/>
			{dust.oil_g != null && (
				<NumberField
					label="Oil"
					quantity="weight"
					digits={1}
					value={dust.oil_g}
					onChange={(oil_g) => patch({ oil_g })}
				/>
			)}
		</FieldRow>
	);
}
