import type { Loaf } from "../../api/types";
import { FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField, TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

type Stamp = NonNullable<Loaf["cuts"]["stamp"]>;

const FRESH: Stamp = {
	name: "Stamp",
	wide_mm: 25,
	high_mm: 25,
	across_percent: 50,
	up_percent: 50,
	colour: null,
};

/** A stamp pressed into every bar after the cut: drawn on the face to scale. */
export function StampFields() {
	const { document, edit, live } = useEditor();
	const stamp = document.cuts.stamp;
	const planned = live.plan.stamp;
	const set = (next: Stamp | null) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, stamp: next } }), `stamp ${next && Object.keys(next)}`);
	const patch = (change: Partial<Stamp>) => stamp && set({ ...stamp, ...change });
	const colours = document.colours.map((colour) => [colour.id, colour.name] as const);
	return (
		<div className="space-y-2">
			<CheckField
				label="Stamp every bar"
				checked={stamp != null}
				onChange={(checked) => set(checked ? FRESH : null)}
			/>
			{stamp && (
				<>
					<FieldRow>
						<TextField label="Stamp" value={stamp.name ?? ""} onChange={(name) => name && patch({ name })} />
						<NumberField
							label="Wide"
							quantity="length"
							value={stamp.wide_mm ?? 25}
							onChange={(wide_mm) => patch({ wide_mm })}
						/>
						<NumberField
							label="High"
							quantity="length"
							value={stamp.high_mm ?? 25}
							onChange={(high_mm) => patch({ high_mm })}
						/>
					</FieldRow>
					<FieldRow>
						<NumberField
							label="From the left"
							suffix="%"
							digits={0}
							value={stamp.across_percent ?? 50}
							onChange={(across_percent) => patch({ across_percent })}
						/>
						<NumberField
							label="From below"
							suffix="%"
							digits={0}
							value={stamp.up_percent ?? 50}
							onChange={(up_percent) => patch({ up_percent })}
						/>
						<SelectField
							label="Brushed with"
							value={stamp.colour ?? ""}
							options={[["", "Nothing"] as const, ...colours]}
							onChange={(colour) => patch({ colour: colour || null })}
						/>
					</FieldRow>
					{planned && <p className="text-sm">{planned.says}</p>}
				</>
			)}
		</div>
	);
}
