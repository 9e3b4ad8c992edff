import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Archive, Trash2 } from "lucide-react";
import { cupboardQuery, keepMould, putMouldAway } from "../../api/queries";
import type { Mould } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { NotDone } from "../../ui/Problems";
import { useUnits } from "../../ui/UnitsContext";
import { inUnits, withUnit } from "../../ui/units";
import { inMould } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { MouldFields } from "./MouldFields";

/** What the loaf is poured into, and how many of it. */
export function MouldDrawer() {
	const { document, edit } = useEditor();
	const { units } = useUnits();
	const { data: cupboard } = useQuery(cupboardQuery);
	const { mould, moulds = 1 } = document;
	const shelf = cupboard?.moulds ?? [];
	const patch = (change: object) =>
		edit(
			(loaf) => ({ ...loaf, mould: { ...loaf.mould, ...change } as Mould }),
			`mould ${Object.keys(change)}`,
		);
	const sizes = `${inUnits(mould.length_mm, "length", units)} × ${inUnits(mould.width_mm, "length", units)} × ${withUnit(mould.height_mm, "length", units)}`;
	return (
		<Drawer id="mould" title="Mould" line={`${moulds > 1 ? `${moulds} × ` : ""}${mould.name}, ${sizes}`}>
			<MouldFields
				mould={mould}
				count={moulds}
				onPatch={patch}
				onTake={(next) => edit(inMould(next))}
				onCount={(count) => edit((loaf) => ({ ...loaf, moulds: count }), "moulds")}
			>
				{moulds > 1 && (
					<p className="text-xs text-soft">
						All are filled and topped alike from one batch. Levels, pieces and the top are told of one of
						them; pots, castings and bars are of all.
					</p>
				)}
			</MouldFields>
			<ShelfOfMoulds mould={mould} there={shelf.some((item) => item.name === mould.name)} />
		</Drawer>
	);
}

/** The studio's own moulds: this one kept there under its name, or put away. */
function ShelfOfMoulds({ mould, there }: { mould: Mould; there: boolean }) {
	const queries = useQueryClient();
	const settled = { onSuccess: () => queries.invalidateQueries({ queryKey: cupboardQuery.queryKey }) };
	const keep = useMutation({ mutationFn: () => keepMould(mould), ...settled });
	const away = useMutation({ mutationFn: () => putMouldAway(mould.name), ...settled });
	return (
		<div className="space-y-1">
			<div className="flex flex-wrap gap-2">
				<Button onClick={() => keep.mutate()} disabled={keep.isPending || !mould.name}>
					<Archive aria-hidden className="size-4" />{" "}
					{there ? "Change it on the shelf" : "Keep it on the shelf of moulds"}
				</Button>
				{there && (
					<Button look="quiet" onClick={() => away.mutate()}>
						<Trash2 aria-hidden className="size-4" /> Take it off the shelf
					</Button>
				)}
			</div>
			<p role="status" className="text-xs text-soft">
				{keep.isSuccess && there
					? `${mould.name} is on the shelf. How many you own stands in the season.`
					: ""}
			</p>
			<NotDone title="This mould cannot be kept" error={keep.error} />
		</div>
	);
}
