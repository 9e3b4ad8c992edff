import type { ColourShare } from "../../api/types";
import { PercentRows } from "../../ui/PercentRows";
import { useEditor } from "../editor/EditorContext";

interface Props {
	what: string;
	shares: readonly ColourShare[];
	onChange: (shares: ColourShare[]) => void;
}

/** Which colours make a pour or the frosting, in percent. */
export function SharesEditor({ what, shares, onChange }: Props) {
	const { document } = useEditor();
	const unused = document.colours.find((colour) => !shares.some((share) => share.colour === colour.id));
	return (
		<PercentRows
			what="Colour"
			of={what}
			rows={shares.map((share) => ({ key: share.colour, percent: share.percent }))}
			options={document.colours.map((colour) => [colour.id, colour.name] as const)}
			onChange={(rows) => onChange(rows.map((row) => ({ colour: row.key, percent: row.percent })))}
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
