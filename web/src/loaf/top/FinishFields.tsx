import { useQuery } from "@tanstack/react-query";
import { cupboardQuery } from "../../api/queries";
import type { Cupboard, Finish } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { patchFinish } from "./topChanges";

const WHEN = [
	["in its turn", "In its turn"],
	["before cutting", "Next day, before cutting"],
] as const;

type Shelf = NonNullable<Finish["of"]>["shelf"];

/** What stands on these shelves, by a name of shelf and key. */
const thingsOn = (cupboard: Cupboard, shelves: readonly Shelf[]) =>
	shelves.flatMap((shelf) =>
		(shelf === "colourant" ? cupboard.colourants : cupboard.additives).map(
			(item) => [`${shelf}:${item.key}`, item.name] as const,
		),
	);

/** What goes over all of it. */
export function FinishFields({ finish }: { finish: Finish }) {
	const { edit } = useEditor();
	const offered = useCatalogue("finishes");
	const { data: cupboard } = useQuery(cupboardQuery);
	const entry = offered.find((item) => item.kind === finish.kind);
	const shelves = (entry?.defaults.shelves ?? []) as Shelf[];
	const patch = (change: Partial<Finish>) =>
		edit(patchFinish(finish.id, change), `finish ${finish.id} ${Object.keys(change)}`);
	const kindChosen = (kind: Finish["kind"]) => {
		// A name that nobody has typed follows the kind.
		const own = finish.name !== entry?.label;
		const label = offered.find((item) => item.kind === kind)?.label ?? finish.name;
		patch({ kind, of: null, ...(!own && { name: label }) });
	};
	return (
		<>
			<FieldRow>
				<SelectField
					label="It is"
					value={finish.kind}
					options={optionsOf<Finish["kind"]>(offered)}
					onChange={kindChosen}
				/>
				<TextField label="Called" value={finish.name} onChange={(name) => patch({ name })} />
			</FieldRow>
			<FieldRow>
				<NumberField
					label="Amount"
					quantity={entry?.defaults.unit === "ml" ? "volume" : "weight"}
					value={finish.amount ?? 2}
					onChange={(amount) => patch({ amount })}
				/>
				<SelectField
					label="When"
					value={finish.when ?? "in its turn"}
					options={WHEN}
					onChange={(when) => patch({ when })}
				/>
			</FieldRow>
			{cupboard && shelves.length > 0 && (
				<SelectField
					label="What it is of, from the cupboard"
					value={finish.of ? `${finish.of.shelf}:${finish.of.key}` : ""}
					options={[["", "Not said yet"] as const, ...thingsOn(cupboard, shelves)]}
					onChange={(of) => {
						const [shelf, key] = of.split(":");
						patch({ of: shelf && key ? { shelf: shelf as Shelf, key } : null });
					}}
				/>
			)}
		</>
	);
}
