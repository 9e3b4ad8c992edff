import type { ColourShare } from "../../api/types";
import { balanced } from "../../ui/balanced";
import { PercentRows } from "../../ui/PercentRows";
import { useEditor } from "../editor/EditorContext";

interface Props {
	what: string;
	shares: readonly ColourShare[];
	/** So many there must be. */
	least?: number;
	onChange: (shares: ColourShare[]) => void;
}

/** Which colours make a pour or the frosting, in percent; what is typed in one, the others make up. */
export function SharesEditor({ what, shares, least = 1, onChange }: Props) {
	const { document } = useEditor();
	const unused = document.colours.find((colour) => !shares.some((share) => share.colour === colour.id));
	const set = (rows: readonly { key: string; percent: number }[]) => {
		const typed = rows.findIndex((row, i) => row.percent !== shares[i]?.percent);
		const at = rows.length === shares.length && typed >= 0 ? typed : undefined;
		const percents = balanced(
			rows.map((row) => row.percent),
			at,
		);
		onChange(rows.map((row, i) => ({ colour: row.key, percent: percents[i] ?? row.percent })));
	};
	return (
		<PercentRows
			what="Colour"
			of={what}
			least={least}
			rows={shares.map((share) => ({ key: share.colour, percent: share.percent }))}
			options={document.colours.map((colour) => [colour.id, colour.name] as const)}
			onChange={set}
			onAdd={unused && (() => onChange(halveLast(shares, unused.id)))}
		/>
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
