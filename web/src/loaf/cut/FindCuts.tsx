import { useMutation } from "@tanstack/react-query";
import { findCuts } from "../../api/queries";
import type { FoundCuts } from "../../api/types";
import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";

const AIMS: readonly (readonly [FoundCuts["aim"], string])[] = [
	["equal weights", "Equal weights"],
	["even faces", "Even faces"],
];

/** Looks for a shift of all cuts that serves an aim, and offers it. */
export function FindCuts() {
	const { id, live, edit } = useEditor();
	const { mutate, data, isPending, reset } = useMutation({
		mutationFn: (aim: FoundCuts["aim"]) => findCuts(live.of, id, aim),
	});
	const take = (front_slice_mm: number) => {
		edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, front_slice_mm, back_slice_mm: 0 } }));
		reset();
	};
	return (
		<div className="flex flex-wrap items-center gap-2 text-sm">
			<span className="font-semibold">Find the cuts for</span>
			{AIMS.map(([aim, name]) => (
				<Button key={aim} disabled={isPending} onClick={() => mutate(aim)}>
					{name}
				</Button>
			))}
			<span role="status">
				{isPending && "Trying them…"}
				{data?.says}
			</span>
			{data?.better && <Button onClick={() => take(data.front_slice_mm)}>Cut there</Button>}
		</div>
	);
}
