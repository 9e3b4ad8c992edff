import { useQuery } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { cupboardQuery } from "../../api/queries";
import type { Cupboard, Finish, LoafTop } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { Cautions } from "../../ui/Cautions";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { newFinish, patchTop, topOf } from "./topChanges";

const TEXTURES = [
	["smooth", "Smooth"],
	["swoops", "Swoops"],
	["peaks", "Peaks"],
] as const;
const WHEN = [
	["before pieces", "Before the pieces"],
	["after pieces", "After the pieces"],
] as const;
const SPRITZ = ["Alcohol burns: no flame near, windows open, away from the eyes."];
const POWDER = ["Fine powders are not to be breathed."];

/** How the last pour is shaped before anything is put on it. */
export function CrownDrawer() {
	const { units } = useUnits();
	const { document, edit } = useEditor();
	const { crown } = topOf(document);
	const patch = (change: Partial<NonNullable<LoafTop["crown"]>>) =>
		edit(patchTop({ crown: { ...crown, ...change } }), `crown ${Object.keys(change)}`);
	const flat = !crown?.mound_mm && !crown?.swell_mm && !crown?.texture_mm;
	return (
		<Drawer
			id="crown"
			title="Shape"
			line={
				flat
					? "Level"
					: `Mounded ${withUnit((crown?.mound_mm ?? 0) + (crown?.swell_mm ?? 0), "length", units)}`
			}
		>
			<FieldRow>
				<NumberField
					label="Mound across"
					quantity="length"
					value={crown?.mound_mm ?? 0}
					onChange={(mound_mm) => patch({ mound_mm })}
				/>
				<NumberField
					label="Swell along"
					quantity="length"
					value={crown?.swell_mm ?? 0}
					onChange={(swell_mm) => patch({ swell_mm })}
				/>
			</FieldRow>
			<FieldRow>
				<SelectField
					label="Drawn into"
					value={crown?.texture ?? "smooth"}
					options={TEXTURES}
					onChange={(texture) => patch({ texture })}
				/>
				<NumberField
					label="So deep"
					quantity="length"
					value={crown?.texture_mm ?? 0}
					onChange={(texture_mm) => patch({ texture_mm })}
				/>
			</FieldRow>
		</Drawer>
	);
}

type Shelf = NonNullable<Finish["of"]>["shelf"];

/** What stands on these shelves, by a name of shelf and key. */
const thingsOn = (cupboard: Cupboard, shelves: readonly Shelf[]) =>
	shelves.flatMap((shelf) =>
		(shelf === "colourant" ? cupboard.colourants : cupboard.additives).map(
			(item) => [`${shelf}:${item.key}`, item.name] as const,
		),
	);

/** What goes over all of it last. */
export function FinishesDrawer() {
	const { document, edit } = useEditor();
	const { finishes = [] } = topOf(document);
	const set = (next: Finish[], stroke: string) => edit(patchTop({ finishes: next }), stroke);
	const kinds = new Set(finishes.map((finish) => finish.kind));
	const offered = useCatalogue("finishes");
	const unitOf = (kind: string) => offered.find((entry) => entry.kind === kind)?.defaults.unit;
	const { data: cupboard } = useQuery(cupboardQuery);
	const shelvesOf = (kind: string) =>
		(offered.find((entry) => entry.kind === kind)?.defaults.shelves ?? []) as Shelf[];
	return (
		<Drawer id="finishes" title="Finishes" line={finishes.map((finish) => finish.name).join(", ") || "None"}>
			{finishes.map((finish, i) => {
				const patch = (change: Partial<Finish>) =>
					set(
						finishes.map((other, at) => (at === i ? { ...other, ...change } : other)),
						`finish ${i} ${Object.keys(change)}`,
					);
				const liquid = unitOf(finish.kind) === "ml";
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another finish in it must keep the focus.
					<div key={i} className="space-y-2 rounded-lg border border-line bg-white p-2">
						<div className="flex items-end gap-2">
							<div className="min-w-0 flex-1">
								<TextField
									label={`Finish ${i + 1}`}
									value={finish.name}
									onChange={(name) => patch({ name })}
								/>
							</div>
							<Button
								look="quiet"
								aria-label={`Leave out ${finish.name}`}
								onClick={() =>
									set(
										finishes.filter((_, at) => at !== i),
										"finishes",
									)
								}
							>
								<X aria-hidden className="size-4" />
							</Button>
						</div>
						<FieldRow>
							<SelectField
								label="It is"
								value={finish.kind}
								options={optionsOf<Finish["kind"]>(offered)}
								onChange={(kind) => patch({ kind, of: null })}
							/>
							<NumberField
								label="Amount"
								quantity={liquid ? "volume" : "weight"}
								value={finish.amount ?? 2}
								onChange={(amount) => patch({ amount })}
							/>
							<SelectField
								label="When"
								value={finish.when ?? "after pieces"}
								options={WHEN}
								onChange={(when) => patch({ when })}
							/>
						</FieldRow>
						{cupboard && shelvesOf(finish.kind).length > 0 && (
							<SelectField
								label="What it is of, from the cupboard"
								value={finish.of ? `${finish.of.shelf}:${finish.of.key}` : ""}
								options={[["", "Not said yet"] as const, ...thingsOn(cupboard, shelvesOf(finish.kind))]}
								onChange={(of) => {
									const [shelf, key] = of.split(":");
									patch({ of: shelf && key ? { shelf: shelf as Shelf, key } : null });
								}}
							/>
						)}
					</div>
				);
			})}
			<Button onClick={() => set([...finishes, newFinish()], "finishes")}>
				<Plus aria-hidden className="size-4" /> Add a finish
			</Button>
			{kinds.has("spritz") && <Cautions lines={SPRITZ} />}
			{(kinds.has("dust") || kinds.has("glitter")) && <Cautions lines={POWDER} />}
		</Drawer>
	);
}
