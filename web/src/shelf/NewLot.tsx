import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { putOnShelf, shelfQuery } from "../api/queries";
import type { Lot } from "../api/types";
import { keyOf } from "../cupboard/useShelf";
import { Button } from "../ui/Button";
import { ColourField } from "../ui/ColourField";
import { FieldRow } from "../ui/Drawer";
import { today } from "../ui/dates";
import { DateField } from "../ui/day/DateField";
import { NumberField, SelectField, TextField } from "../ui/fields";
import { NotDone } from "../ui/Problems";
import { RefusedFields } from "../ui/RefusedFields";
import { KEPT, KINDS } from "./words";

const fresh = (): Lot => ({
	key: "",
	name: "",
	kind: "trimmings",
	srgb: "#c9b79c",
	colour: "",
	scent: "",
	made_on: today(),
	material: "silicone",
	kept: "sealed",
	count: 0,
	grams: 100,
	notes: "",
});

/** Something put on the shelf by hand. */
export function NewLot({ taken }: { taken: readonly string[] }) {
	const queries = useQueryClient();
	const [draft, setDraft] = useState<Lot | null>(null);
	const put = useMutation({
		mutationFn: (lot: Lot) => putOnShelf({ ...lot, key: keyOf(lot.name, taken) }),
		onSuccess: () => {
			setDraft(null);
			return queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
		},
	});
	if (!draft) {
		return (
			<Button look="main" onClick={() => setDraft(fresh())}>
				<Plus aria-hidden className="size-4" /> Put something on the shelf
			</Button>
		);
	}
	const change = (next: Partial<Lot>) => setDraft({ ...draft, ...next });
	return (
		<section aria-label="Something new for the shelf" className="tray w-full max-w-3xl space-y-2 p-3">
			<RefusedFields error={put.error}>
				<FieldRow>
					<TextField field="lot.name" label="Name" value={draft.name} onChange={(name) => change({ name })} />
					<SelectField
						label="Kind"
						value={draft.kind}
						options={KINDS}
						onChange={(kind) => change({ kind })}
					/>
					<DateField
						label="Made on"
						max={today()}
						value={draft.made_on}
						onChange={(day) => day && change({ made_on: day })}
					/>
				</FieldRow>
				<FieldRow>
					<ColourField label="Looks like" value={draft.srgb} onChange={(srgb) => change({ srgb })} />
					<TextField
						field="lot.colour"
						label="Colour"
						value={draft.colour}
						onChange={(colour) => change({ colour })}
					/>
					<TextField
						field="lot.scent"
						label="Scent"
						value={draft.scent}
						onChange={(scent) => change({ scent })}
					/>
					<NumberField
						field="lot.count"
						label="Pieces"
						digits={0}
						value={draft.count}
						onChange={(value) => change({ count: Math.max(0, Math.round(value)) })}
					/>
					<NumberField
						field="lot.grams"
						label="Weighs"
						quantity="weight"
						digits={0}
						value={draft.grams}
						onChange={(grams) => change({ grams })}
					/>
					{draft.kind === "raw dough" && (
						<SelectField
							label="Kept"
							value={draft.kept}
							options={KEPT}
							onChange={(kept) => change({ kept })}
						/>
					)}
				</FieldRow>
			</RefusedFields>
			<div className="flex gap-2">
				<Button
					look="main"
					disabled={!draft.name.trim() || put.isPending}
					onClick={() => put.mutate({ ...draft, name: draft.name.trim() })}
				>
					Add it
				</Button>
				<Button onClick={() => setDraft(null)}>Cancel</Button>
			</div>
			<NotDone title="It was not put on the shelf" error={put.error} />
		</section>
	);
}
