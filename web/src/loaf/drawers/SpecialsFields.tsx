import { Plus } from "lucide-react";
import type { Loaf } from "../../api/types";
import { BarsField } from "../../ui/BarsField";
import { Button } from "../../ui/Button";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";

type Special = NonNullable<Loaf["cuts"]["specials"]>[number];

const PARTS = [
	["", "As all"],
	["1", "Left whole"],
	["2", "Into 2"],
	["3", "Into 3"],
	["4", "Into 4"],
	["6", "Into 6"],
] as const;

export const barsOf = ({ bar, to }: Special) =>
	Array.from({ length: (to ?? bar) - bar + 1 }, (_, i) => bar + i);

/** Bars that are not like the others: samples, doubles, those cut into another number. */
export function SpecialsFields() {
	const { document, edit, live } = useEditor();
	const specials = document.cuts.specials ?? [];
	const set = (next: Special[], stroke: string) =>
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, specials: next } }), stroke);
	return (
		<fieldset className="space-y-2">
			<legend className="text-xs font-semibold text-soft">Special bars</legend>
			{specials.map((special, i) => {
				const patch = (change: Partial<Special>) =>
					set(
						specials.map((other, at) => (at === i ? { ...other, ...change } : other)),
						`special ${i} ${Object.keys(change)}`,
					);
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place.
					<div key={i} className="grid grid-cols-[4.2rem_1fr_8rem_3.6rem_auto] items-end gap-1">
						<BarsField
							label="Bars"
							bars={barsOf(special)}
							onChange={(bars) => {
								const [first, last] = [Math.min(...bars), Math.max(...bars)];
								if (bars.length > 0) patch({ bar: first, to: last > first ? last : null });
							}}
						/>
						<TextField label="Called" value={special.note ?? ""} onChange={(note) => patch({ note })} />
						<SelectField
							label="Cut"
							value={String(special.parts ?? "") as (typeof PARTS)[number][0]}
							options={PARTS}
							onChange={(parts) => patch({ parts: Number(parts) || null })}
						/>
						<NumberField
							label="Thickness"
							digits={0}
							min={1}
							value={special.times}
							onChange={(times) => patch({ times: Math.max(1, Math.round(times)) })}
						/>
						<RemoveButton
							className="px-1.5!"
							aria-label={`Remove special bars ${i + 1}`}
							onClick={() =>
								set(
									specials.filter((_, at) => at !== i),
									"specials",
								)
							}
						/>
					</div>
				);
			})}
			<Button
				look="quiet"
				onClick={() =>
					set([...specials, { bar: live.plan.cuts.bars.length, note: "", parts: null, times: 1 }], "specials")
				}
			>
				<Plus aria-hidden className="size-4" /> Add special bars
			</Button>
		</fieldset>
	);
}
