import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";

/** What shifting the cuts along the loaf would spare, and the button that does it. */
export function ShiftOffer() {
	const { live, edit } = useEditor();
	const shift = live.plan.cut_shift;
	if (!shift) return null;
	const take = () =>
		edit((loaf) => ({
			...loaf,
			cuts: { ...loaf.cuts, front_slice_mm: shift.front_slice_mm, back_slice_mm: 0 },
		}));
	return (
		<p className="flex flex-wrap items-center gap-3 rounded-lg bg-rim-wash px-3 py-2 text-sm">
			{shift.says}
			<Button onClick={take}>Shift the cuts</Button>
		</p>
	);
}
