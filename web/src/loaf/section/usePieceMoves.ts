import type { Embed } from "../../api/types";
import { patchEmbed, tenth } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";

type Axis = "across_mm" | "up_mm" | "from_mm";

/**
 * Moves a piece by pointer (whole millimetres) and by arrow keys (1 mm, with shift 10 mm).
 *
 * ``sideways`` is what left and right change: across in the cross-section, along in the long view.
 */
export function usePieceMoves(embed: Embed, sideways: Axis, pxPerMm: number, onSelect: () => void) {
	const { edit } = useEditor();
	const moves = useInHand({
		thing: embed,
		pxPerMm,
		onMove: (from, right, down) =>
			edit(
				patchEmbed(embed.id, {
					[sideways]: tenth(from[sideways] + Math.round(right)),
					up_mm: tenth(from.up_mm - Math.round(down)),
				}),
				`move ${embed.id}`,
			),
		onTake: onSelect,
	});
	return { ...moves, onFocus: onSelect };
}
