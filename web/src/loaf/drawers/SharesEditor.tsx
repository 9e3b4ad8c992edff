import { Plus, X } from "lucide-react";
import type { ColourShare } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

interface Props {
	what: string;
	shares: readonly ColourShare[];
	onChange: (shares: ColourShare[]) => void;
}

/** Which colours make a pour or the frosting, in percent. */
export function SharesEditor({ what, shares, onChange }: Props) {
	const { document } = useEditor();
	const options = document.colours.map((colour) => [colour.id, colour.name] as const);
	const patch = (at: number, change: Partial<ColourShare>) =>
		onChange(shares.map((share, i) => (i === at ? { ...share, ...change } : share)));
	const unused = document.colours.find((colour) => !shares.some((share) => share.colour === colour.id));
	return (
		<div className="space-y-1.5">
			{shares.map((share, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; a new colour in it must keep the focus.
				<div key={i} className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
					<SelectField
						label={`Colour ${i + 1} of ${what}`}
						value={share.colour}
						options={options}
						onChange={(colour) => patch(i, { colour })}
					/>
					<NumberField
						label="Share"
						suffix="%"
						digits={1}
						value={share.percent}
						min={0}
						onChange={(percent) => patch(i, { percent })}
					/>
					<Button
						look="quiet"
						aria-label={`Take colour ${i + 1} out of ${what}`}
						disabled={shares.length === 1}
						onClick={() => onChange(shares.filter((_, at) => at !== i))}
					>
						<X aria-hidden className="size-4" />
					</Button>
				</div>
			))}
			{unused && (
				<Button look="quiet" onClick={() => onChange(halveLast(shares, unused.id))}>
					<Plus aria-hidden className="size-4" /> Another colour
				</Button>
			)}
		</div>
	);
}

/** The new colour takes half of the last one's share, so that the sum holds. */
function halveLast(shares: readonly ColourShare[], colour: string): ColourShare[] {
	const last = shares.at(-1);
	if (!last) return [{ colour, percent: 100 }];
	return [
		...shares.slice(0, -1),
		{ ...last, percent: last.percent / 2 },
		{ colour, percent: last.percent / 2 },
	];
}
