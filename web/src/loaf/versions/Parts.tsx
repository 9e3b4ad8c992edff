import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Loaf, PartApart } from "../../api/types";
import { differencesQuery, mergeVersion } from "../../api/versions";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { fieldInWords } from "../../ui/placeInWords";
import { Refused } from "../../ui/Refused";
import { useUnits } from "../../ui/UnitsContext";
import { type Quantity, type Units, withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

/** A saved version to hold the open loaf against; `basedOn`: the revision that both were made from, where two hands saved. */
export interface Against {
	readonly revision: number;
	readonly basedOn?: number;
}

const BY_HAND = { same: "as it was", new: "new", changed: "changed", "taken out": "taken out" } as const;
const FROM_EARLIER = {
	same: "the same",
	new: "only in yours",
	changed: "different",
	"taken out": "only there",
} as const;

const QUANTITIES: Readonly<Record<string, Quantity>> = {
	mm: "length",
	ml: "volume",
	g: "weight",
	c: "temperature",
};

/** A value as a person writes it. */
function shown(field: string, value: unknown, units: Units): string {
	if (value === null || value === undefined) return "nothing";
	const quantity = QUANTITIES[field.slice(field.lastIndexOf("_") + 1)];
	if (typeof value === "number" && quantity) return withUnit(value, quantity, units);
	return value === true ? "yes" : value === false ? "no" : String(value);
}

/** What another version has otherwise, part by part; what is ticked comes into the open loaf. */
export function Parts({ revision, basedOn, onTaken }: Against & { onTaken: (joined: Loaf) => void }) {
	const { id, document, edit } = useEditor();
	const { units } = useUnits();
	const apart = useQuery(differencesQuery(id, revision, document, basedOn));
	const [ticked, setTicked] = useState<Readonly<Record<string, boolean>>>({});
	const takes = (item: PartApart) => ticked[item.part] ?? (basedOn !== undefined && item.theirs_alone);
	const parts = (apart.data ?? []).filter(takes).map((item) => item.part);
	const join = useMutation({
		mutationFn: () => mergeVersion(id, revision, document, parts),
		onSuccess: (joined) => {
			edit(() => joined);
			onTaken(joined);
		},
	});
	if (apart.error) return <Refused error={apart.error} />;
	if (!apart.data) return <p className="text-sm">Comparing…</p>;
	if (apart.data.length === 0) return <p className="text-sm">Nothing is different.</p>;
	return (
		<div className="space-y-3">
			<div className="max-h-[50vh] overflow-y-auto rounded-lg border border-line">
				<table className="w-full text-sm">
					<thead className="sticky top-0 bg-enamel text-left text-soft text-xs">
						<tr>
							<th className="w-10 px-3 py-2">Take</th>
							<th className="px-2 py-2">Part</th>
							{basedOn !== undefined && <th className="px-2 py-2">Yours</th>}
							<th className="px-2 py-2">{basedOn === undefined ? "That version" : "The other"}</th>
						</tr>
					</thead>
					<tbody>
						{apart.data.map((item) => (
							<tr key={item.part} className="border-line border-t">
								<td className="px-3 py-1.5">
									<CheckField
										label={`Take ${item.name}`}
										hidden
										checked={takes(item)}
										onChange={(taken) => setTicked({ ...ticked, [item.part]: taken })}
									/>
								</td>
								<td className="px-2 py-1.5">
									<span className="font-semibold">{item.name}</span>
									{(item.inside ?? []).map((value) => (
										<span key={value.field} className="block text-soft text-xs">
											{value.field === "srgb" ? "target colour" : fieldInWords(value.field)}:{" "}
											{shown(value.field, value.mine, units)} here, {shown(value.field, value.theirs, units)}{" "}
											there
										</span>
									))}
									{(item.more ?? 0) > 0 && (
										<span className="block text-soft text-xs">and {item.more} more</span>
									)}
								</td>
								{basedOn !== undefined && <td className="px-2 py-1.5">{BY_HAND[item.mine]}</td>}
								<td className="px-2 py-1.5">
									{basedOn === undefined ? FROM_EARLIER[item.mine] : BY_HAND[item.theirs]}
								</td>
							</tr>
						))}
					</tbody>
				</table>
			</div>
			<Refused error={join.error} />
			<div className="flex flex-wrap items-center gap-3">
				<Button
					look="main"
					disabled={join.isPending || (parts.length === 0 && basedOn === undefined)}
					onClick={() => join.mutate()}
				>
					{basedOn === undefined ? "Put what is ticked into the loaf" : "Go on with both"}
				</Button>
				<p className="text-soft text-sm">
					{parts.length} of {apart.data.length} taken, the rest stays as you have it.
				</p>
			</div>
		</div>
	);
}
