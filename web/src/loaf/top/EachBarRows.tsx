import { Plus, X } from "lucide-react";
import type { LoafTop } from "../../api/types";
import { Button } from "../../ui/Button";
import { CheckField, NumberField } from "../../ui/fields";

type Item = LoafTop["scatter"]["items"][number];

interface Props {
	item: Item;
	/** How many bars there are: each wants its own. */
	bars: number;
	onChange: (change: Partial<Item>) => void;
}

/** The same places on every bar, drawn once; a place added or taken changes how many pieces that takes. */
export function EachBarRows({ item, bars, onChange }: Props) {
	const places = item.each_bar ?? [];
	const set = (each_bar: typeof places) =>
		onChange({ each_bar, ...(each_bar.length > 0 && { count: bars * each_bar.length }) });
	return (
		<>
			<CheckField
				label="The same place on every bar"
				checked={places.length > 0}
				onChange={(checked) => set(checked ? [{ x: 0, along_percent: 50 }] : [])}
			/>
			{places.map((place, i) => {
				const patch = (change: Partial<typeof place>) =>
					set(places.map((other, at) => (at === i ? { ...other, ...change } : other)));
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a place has no name but its number.
					<div key={i} className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
						<NumberField
							label={`Place ${i + 1} across`}
							quantity="length"
							value={place.x ?? 0}
							onChange={(x) => patch({ x })}
						/>
						<NumberField
							label="Along the bar"
							suffix="%"
							digits={0}
							value={place.along_percent ?? 50}
							onChange={(along_percent) => patch({ along_percent })}
						/>
						<Button
							look="quiet"
							aria-label={`No place ${i + 1}`}
							onClick={() => set(places.filter((_, at) => at !== i))}
						>
							<X aria-hidden className="size-4" />
						</Button>
					</div>
				);
			})}
			{places.length > 0 && (
				<div className="flex flex-wrap items-center gap-3">
					<Button look="quiet" onClick={() => set([...places, { x: 0, along_percent: 50 }])}>
						<Plus aria-hidden className="size-4" /> Another place
					</Button>
					<CheckField
						label="Every other bar mirrored"
						checked={item.mirrored ?? false}
						onChange={(mirrored) => onChange({ mirrored })}
					/>
				</div>
			)}
		</>
	);
}
