import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Scissors } from "lucide-react";
import { useState } from "react";
import { cutFromLot, shelfQuery } from "../../api/queries";
import type { Make, Pieces } from "../../api/types";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";
import { NotDone } from "../../ui/Problems";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";

interface Props {
	piece: Pieces;
	make: Extract<Make, { kind: "cutter" }>;
	/** The lot that they lie in from then on. */
	onCut: (lot: string) => void;
}

/** Cut out of bars of an older loaf: bars off the shelf, pieces and offcuts on it, and the pieces into this loaf. */
export function CutFromBars({ piece, make, onCut }: Props) {
	const { units } = useUnits();
	const queries = useQueryClient();
	const { data: lines = [] } = useQuery(shelfQuery);
	const [open, setOpen] = useState(false);
	const [chosen, setChosen] = useState("");
	const [bars, setBars] = useState(1);
	const lots = lines.map((line) => line.lot).filter((lot) => lot.kind === "bars" && lot.count > 0);
	const lot = lots.find((one) => one.key === chosen) ?? lots[0];
	const cut = useMutation({
		mutationFn: (from: string) =>
			cutFromLot(from, { bars, make, count: piece.count, name: piece.name.trim() || "Cut-outs" }),
		onSuccess: async ({ key }) => {
			await queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
			setOpen(false);
			onCut(key);
		},
	});
	if (!lot) return null;
	if (!open) {
		return (
			<Button look="quiet" onClick={() => setOpen(true)}>
				<Scissors aria-hidden className="size-4" /> Cut them out of an older loaf
			</Button>
		);
	}
	return (
		<fieldset className="space-y-2 rounded-lg bg-rim-wash p-2">
			<legend className="float-left mb-1 w-full font-semibold text-sm">Cut out of an older loaf</legend>
			<FieldRow>
				<SelectField
					label="Bars of"
					value={lot.key}
					options={lots.map((one) => [one.key, `${one.name} (${one.count})`] as const)}
					onChange={setChosen}
				/>
				<NumberField
					label="Bars cut up"
					digits={0}
					min={1}
					value={bars}
					onChange={(value) => setBars(Math.max(1, Math.round(value)))}
				/>
			</FieldRow>
			<p className="text-sm text-soft">
				A bar weighs {withUnit(lot.grams / lot.count, "weight", units)}. Pieces are{" "}
				{withUnit(make.slab_mm, "length", units)} thick; what the cutter leaves goes on the shelf as offcuts.
			</p>
			<div className="flex flex-wrap gap-2">
				<Button look="main" disabled={cut.isPending} onClick={() => cut.mutate(lot.key)}>
					Cut {piece.count} out of {bars === 1 ? "one bar" : `${bars} bars`}
				</Button>
				<Button look="quiet" onClick={() => setOpen(false)}>
					Cancel
				</Button>
			</div>
			<NotDone title="They were not cut" error={cut.error} />
		</fieldset>
	);
}
