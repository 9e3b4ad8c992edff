import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { changeLot, moveLot, shelfQuery } from "../api/queries";
import type { MoveIn, ShelfLine } from "../api/types";
import { Button } from "../ui/Button";
import { FieldRow } from "../ui/Drawer";
import { NotesField, NumberField, SelectField } from "../ui/fields";
import { NotDone } from "../ui/Problems";
import { RefusedFields } from "../ui/RefusedFields";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { AgeLine } from "./AgeLine";
import { LotPicture } from "./LotPicture";
import { KEPT } from "./words";

const STANDS = {
	"too young": "border-brass text-brass",
	ready: "border-set text-set",
	"past its best": "border-lye text-lye",
} as const;

/** One lot: how much, how old, for whom, and what could use it up. */
export function LotCard({ line }: { line: ShelfLine }) {
	const { units } = useUnits();
	const { lot, state } = line;
	const [open, setOpen] = useState(false);
	const weight = (grams: number) => withUnit(grams, "weight", units, units === "metric" ? 0 : 1);
	const bars = lot.kind === "bars";
	const words = bars && state.stands === "ready" ? "cured" : bars ? "curing" : state.stands;
	return (
		<li className="tray flex flex-col p-3" data-lot={lot.key}>
			<div className="flex items-start gap-2.5">
				<LotPicture lot={lot} barsOf={line.bars_of} />
				<div className="min-w-0 flex-1">
					<h3 className="text-base leading-tight">{lot.name}</h3>
					<p className="truncate text-sm text-soft">
						{[lot.colour, lot.scent].filter(Boolean).join(" · ") || "no colour noted"}
					</p>
				</div>
				<span className={`rounded-full border px-2 py-0.5 font-bold text-xs ${STANDS[state.stands]}`}>
					{words}
				</span>
			</div>
			<p className="figures mt-2 text-lg">
				{lot.count > 0 && (
					<>
						<strong>{lot.count}</strong> {bars ? "bars" : lot.count === 1 ? "piece" : "pieces"},{" "}
					</>
				)}
				<strong>{weight(lot.grams)}</strong>
			</p>
			<AgeLine line={line} />
			<p className="mt-1 text-sm">{state.says}</p>
			{lot.notes && <p className="mt-1 text-sm italic">“{lot.notes}”</p>}
			{line.reserved_by.length > 0 && (
				<p className="mt-1 text-sm">
					<strong>Reserved:</strong> {line.reserved_count > 0 ? line.reserved_count : weight(line.reserved_g)}{" "}
					by {line.reserved_by.join(", ")}.
				</p>
			)}
			{line.overdrawn && (
				<p className="mt-1 text-lye text-sm">More of it was taken than was written down: count again.</p>
			)}
			{line.uses.length > 0 && (
				<details className="mt-1 text-sm">
					<summary className="cursor-pointer font-semibold text-rim-deep">What could use it up</summary>
					<ul className="mt-1 list-disc space-y-0.5 pl-5">
						{line.uses.map((use) => (
							<li key={use}>{use}</li>
						))}
					</ul>
				</details>
			)}
			<div className="mt-auto pt-2">
				{open ? (
					<MoveForm line={line} onDone={() => setOpen(false)} />
				) : (
					<Button aria-label={`Take or put back: ${lot.name}`} onClick={() => setOpen(true)}>
						Take or put back
					</Button>
				)}
			</div>
		</li>
	);
}

const REASONS = [
	["taken", "Taken"],
	["put back", "Put back"],
	["thrown away", "Thrown away"],
] as const;

function MoveForm({ line, onDone }: { line: ShelfLine; onDone: () => void }) {
	const { lot } = line;
	const queries = useQueryClient();
	const [why, setWhy] = useState<(typeof REASONS)[number][0]>("taken");
	const counted = lot.count > 0;
	const [amount, setAmount] = useState(counted ? 1 : Math.round(lot.grams));
	const [notes, setNotes] = useState(lot.notes);
	const [kept, setKept] = useState(lot.kept);
	const refresh = () => queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
	const move = useMutation({
		mutationFn: (body: Omit<MoveIn, "move_id">) => moveLot(lot.key, body),
		onSuccess: () => {
			void refresh();
			onDone();
		},
	});
	const describe = useMutation({ mutationFn: () => changeLot({ ...lot, notes, kept }), onSuccess: refresh });
	const sign = why === "put back" ? 1 : -1;
	const each = counted ? lot.grams / lot.count : 1;
	const send = () =>
		move.mutate({
			count: counted ? sign * Math.round(amount) : 0,
			grams: sign * amount * each,
			why,
		});
	return (
		<div className="space-y-2 rounded-lg bg-rim-wash p-2">
			<RefusedFields error={move.error}>
				<FieldRow>
					<SelectField label="What happened" value={why} options={REASONS} onChange={setWhy} />
					{counted ? (
						<NumberField field="count" label="How many" digits={0} value={amount} onChange={setAmount} />
					) : (
						<NumberField
							field="grams"
							label="How much"
							quantity="weight"
							digits={0}
							value={amount}
							onChange={setAmount}
						/>
					)}
				</FieldRow>
			</RefusedFields>
			<NotesField
				label="Notes"
				value={notes}
				onChange={setNotes}
				onBlur={() => notes !== lot.notes && describe.mutate()}
			/>
			{lot.kind === "raw dough" && (
				<SelectField
					label="How it is kept"
					value={kept}
					options={KEPT}
					onChange={(next) => {
						setKept(next);
						void changeLot({ ...lot, notes, kept: next }).then(refresh);
					}}
				/>
			)}
			<div className="flex flex-wrap gap-2">
				<Button look="main" onClick={send} disabled={move.isPending || !(amount > 0)}>
					Save
				</Button>
				<Button onClick={onDone}>Cancel</Button>
			</div>
			<NotDone title="Not saved" error={move.error} />
		</div>
	);
}
