import type { Colour, ColourPlan, OfferedAdditive, OfferedColourant } from "../../api/types";
import { ColourField } from "../../ui/ColourField";
import { TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";
import { AdditiveRows } from "../formula/AdditiveRows";
import { ColourHelp } from "./ColourHelp";
import { DoseRows } from "./DoseRows";
import { ForecastStrip } from "./ForecastStrip";
import { ScentChoice } from "./ScentChoice";

interface Props {
	colour: Colour;
	planned: ColourPlan | undefined;
	jars: readonly OfferedColourant[];
	additives: readonly OfferedAdditive[];
}

/** One colour: the wish, what goes in, the scent, and how it turns out. */
export function ColourCard({ colour, planned, jars, additives }: Props) {
	const { edit, live } = useEditor();
	const patch = (change: Partial<Colour>) =>
		edit(
			(loaf) => ({
				...loaf,
				colours: loaf.colours.map((item) => (item.id === colour.id ? { ...item, ...change } : item)),
			}),
			`colour ${colour.id} ${Object.keys(change)}`,
		);
	// Until it is planned it may be used: what the loaf names can not be taken away.
	const used = live.plan.colours.find((item) => item.id === colour.id)?.used ?? true;
	return (
		<li className="tray space-y-2.5 p-3" data-colour={colour.id}>
			<div className="grid grid-cols-[44px_1fr_auto] items-end gap-2">
				<ColourField
					label={`${colour.name}, target colour when cured`}
					hidden
					value={colour.srgb}
					onChange={(srgb) => patch({ srgb })}
				/>
				<TextField label="Colour" value={colour.name} onChange={(name) => patch({ name })} />
				<RemoveButton
					aria-label={`Remove ${colour.name}`}
					disabled={used}
					title={used ? "Something in the loaf uses it" : undefined}
					onClick={() =>
						edit((loaf) => ({ ...loaf, colours: loaf.colours.filter((item) => item.id !== colour.id) }))
					}
				/>
			</div>
			<ForecastStrip planned={planned} wished={colour.srgb} name={colour.name} />
			<DoseRows
				name={colour.name}
				doses={colour.colourants}
				jars={jars}
				onChange={(colourants) => patch({ colourants })}
			/>
			<AdditiveRows
				bowl
				title={`Into ${colour.name} only`}
				doses={colour.additives ?? []}
				additives={additives}
				onChange={(next) => patch({ additives: next })}
			/>
			<ScentChoice
				scent={colour.scent ?? null}
				none="None in this one"
				onChange={(scent) => patch({ scent })}
			/>
			<ColourHelp colour={colour} onTake={(colourants) => patch({ colourants })} />
		</li>
	);
}
