import { useMutation } from "@tanstack/react-query";
import { Pipette } from "lucide-react";
import { ApiProblem, reachColour } from "../../api/queries";
import type { Colour, ColourDose } from "../../api/types";
import { Button } from "../../ui/Button";
import { Swatch } from "../../ui/Swatch";
import { useEditor } from "../editor/EditorContext";

/** You can add, never take out: what to add to come to the wish. */
export function ColourHelp({ colour, onTake }: { colour: Colour; onTake: (doses: ColourDose[]) => void }) {
	const { id, document } = useEditor();
	const ask = useMutation({ mutationFn: () => reachColour(document, id, colour.id) });
	const found = ask.data;
	const take = () => {
		if (!found) return;
		const doses = new Map(colour.colourants.map((dose) => [dose.colourant, dose.g_per_kg]));
		for (const item of found.add) {
			doses.set(item.colourant, Math.round(((doses.get(item.colourant) ?? 0) + item.g_per_kg) * 100) / 100);
		}
		onTake([...doses].map(([colourant, g_per_kg]) => ({ colourant, g_per_kg })));
		ask.reset();
	};
	return (
		<div className="space-y-1.5">
			<Button look="quiet" onClick={() => ask.mutate()} disabled={ask.isPending}>
				<Pipette aria-hidden className="size-4" /> What to add to get there
			</Button>
			{ask.error instanceof ApiProblem && <p className="text-sm text-lye">{ask.error.message}</p>}
			{found && (
				<div role="status" className="rounded-lg bg-rim-wash px-3 py-2 text-sm">
					<p className="flex gap-2">
						<Swatch srgb={found.gives.srgb} size={18} /> <span>{found.says}</span>
					</p>
					{found.add.length > 0 && (
						<Button className="mt-1.5" onClick={take}>
							Put it in
						</Button>
					)}
				</div>
			)}
		</div>
	);
}
