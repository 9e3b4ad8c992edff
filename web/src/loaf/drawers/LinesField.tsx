import { useState } from "react";
import type { Pour } from "../../api/types";
import { paintOf } from "../../drawing/paint";
import { Button } from "../../ui/Button";
import { PickField } from "../../ui/fields";
import { Swatch } from "../../ui/Swatch";
import { useEditor } from "../editor/EditorContext";
import { MouldBoard, type OnMould, onMould } from "./MouldBoard";

type Drops = Extract<NonNullable<Pour["technique"]>, { kind?: "drops" }>;

const MOST_LINES = 24;

interface Props {
	pour: Pour;
	technique: Drops;
	onChange: (change: Partial<Drops>) => void;
}

/** The lines a pour is poured in, one after the other, drawn on the mould. */
export function LinesField({ pour, technique, onChange }: Props) {
	const { live } = useEditor();
	const { plan, of } = live;
	const [picked, setPicked] = useState("");
	const colours = pour.colours.map((share) => share.colour);
	const colour = colours.includes(picked) ? picked : (colours[0] ?? "");
	const paint = paintOf(of, plan);
	const nameOf = (id: string) => of.colours.find((one) => one.id === id)?.name ?? id;
	const lines = (technique.lines ?? []).filter((line) => colours.includes(line.colour));
	const full = lines.length >= MOST_LINES;
	const add = (points: OnMould[]) => {
		if (!full) onChange({ lines: [...lines, { colour, points }] });
	};
	return (
		<fieldset className="mt-2 rounded-lg border border-line p-2">
			<legend className="px-1 text-sm font-medium">Lines on the mould</legend>
			<PickField
				label="Pour next"
				hidden
				value={colour}
				options={colours.map((id) => [
					id,
					<span key={id} className="flex items-center gap-1.5">
						<Swatch srgb={paint.colour(id)} /> {nameOf(id)}
					</span>,
				])}
				stand="mb-2 flex flex-wrap gap-1.5"
				each="min-h-8 rounded-full border border-line px-2.5 text-sm data-[state=checked]:border-ink data-[state=checked]:bg-card data-[state=checked]:font-semibold"
				onChange={setPicked}
			/>
			<MouldBoard
				label="The mould from above, front end at the left: draw the lines you pour"
				lines={lines.map((line) => ({
					name: nameOf(line.colour),
					points: onMould(line.points),
					srgb: paint.colour(line.colour),
				}))}
				next={paint.colour(colour)}
				onLine={add}
				onMove={(n, points) => onChange({ lines: lines.map((it, k) => (k === n ? { ...it, points } : it)) })}
				onLetGo={(n) => onChange({ lines: lines.filter((_, k) => k !== n) })}
			/>
			<div className="mt-2 flex flex-wrap items-center gap-1.5">
				<Button
					disabled={full}
					onClick={() =>
						add([
							[0, 0],
							[1, 0],
						])
					}
				>
					Add a line end to end
				</Button>
				<Button disabled={lines.length === 0} onClick={() => onChange({ lines: lines.slice(0, -1) })}>
					Take the last line back
				</Button>
			</div>
			<p className="mt-1.5 text-xs text-soft">
				{lines.length === 0
					? "Nothing drawn yet: the colours take turns end to end. Pick a colour and draw where you pour it."
					: "They are poured in this order. Drag a number, or move it with the arrow keys; Delete takes its line away. A colour without a line is poured end to end somewhere."}
			</p>
		</fieldset>
	);
}
