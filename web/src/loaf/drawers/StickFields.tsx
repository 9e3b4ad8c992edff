import type { Stick } from "../../api/types";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, TextField } from "../../ui/fields";
import { patchStick } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { MouldBoard, type OnMould, onMould } from "./MouldBoard";

const MOST = 40;
const COMB = 8;
/** From wall to wall, every other one back. */
const across: OnMould[][] = Array.from({ length: COMB }, (_, k) => {
	const along = Math.round(100 * ((k + 0.5) / COMB)) / 100;
	const way: OnMould[] = [
		[along, -0.85],
		[along, 0.85],
	];
	return k % 2 ? way.reverse() : way;
});
const snake: OnMould[] = Array.from({ length: 49 }, (_, k) => [
	Math.round(100 * (0.03 + (0.94 * k) / 48)) / 100,
	Math.round(85 * Math.sin((k / 48) * 6 * Math.PI)) / 100,
]);
const eights: OnMould[][] = Array.from({ length: 3 }, (_, n) =>
	Array.from({ length: 25 }, (_, k) => {
		const t = (k / 24) * 2 * Math.PI;
		return [
			Math.round(100 * ((n + 0.5) / 3 + 0.12 * Math.sin(2 * t))) / 100,
			Math.round(80 * Math.cos(t)) / 100,
		];
	}),
);

/** A stick drawn through from above: how thick, how deep, and where, drawn on the mould. */
export function StickFields({ stick }: { stick: Stick }) {
	const { edit } = useEditor();
	const patch = (change: Partial<Stick>) =>
		edit(patchStick(stick.id, change), `stick ${stick.id} ${Object.keys(change)}`);
	const strokes = (stick.strokes ?? []).map(onMould);
	const add = (more: OnMould[][]) => patch({ strokes: [...strokes, ...more].slice(0, MOST) });
	return (
		<div className="space-y-2">
			<FieldRow>
				<TextField
					label="Name"
					value={stick.name ?? ""}
					onChange={(name) => patch({ name: name || "Stick" })}
				/>
				<NumberField
					label="Reaches down"
					quantity="length"
					digits={0}
					min={1}
					value={stick.deep_mm ?? 15}
					onChange={(deep_mm) => patch({ deep_mm })}
				/>
				<NumberField
					label="Stick"
					quantity="length"
					min={1}
					value={stick.wide_mm ?? 5}
					onChange={(wide_mm) => patch({ wide_mm })}
				/>
			</FieldRow>
			<MouldBoard
				label={`The mould from above, front end at the left: draw the way of ${stick.name ?? "the stick"}`}
				lines={strokes.map((points) => ({ name: "stroke", points }))}
				onLine={(points) => add([points])}
				onMove={(n, points) => patch({ strokes: strokes.map((it, k) => (k === n ? points : it)) })}
				onLetGo={(n) => patch({ strokes: strokes.filter((_, k) => k !== n) })}
			/>
			<div className="flex flex-wrap gap-1.5">
				<Button onClick={() => patch({ strokes: across })}>From wall to wall</Button>
				<Button onClick={() => patch({ strokes: [snake] })}>In waves</Button>
				<Button onClick={() => patch({ strokes: eights })}>Figure eights</Button>
				<Button disabled={strokes.length === 0} onClick={() => patch({ strokes: strokes.slice(0, -1) })}>
					Take the last stroke back
				</Button>
			</div>
			<p className="text-xs text-soft">
				{strokes.length === 0
					? "Draw where the stick goes, or begin with one of these."
					: "It drags along what is beside it, level by level: it shows where colours stand side by side, and little in plain layers."}
			</p>
		</div>
	);
}
