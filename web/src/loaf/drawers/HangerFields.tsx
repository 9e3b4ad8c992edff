import { useState } from "react";
import type { Hanger } from "../../api/types";
import { bodyCorners } from "../../drawing/face";
import { fitScale, polygonPoints, pressedAt } from "../../drawing/scale";
import { Button } from "../../ui/Button";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { patchHanger } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

const SHAPES: readonly (readonly [NonNullable<Hanger["shape"]>, string])[] = [
	["up and down", "Up and down"],
	["side to side", "Side to side"],
	["loops", "Loops"],
	["drawn", "As I draw it"],
];
const [WIDTH, HEIGHT] = [300, 190];

/** A wire drawn through the batter: its path in the section. */
export function HangerFields({ hanger }: { hanger: Hanger }) {
	const { edit } = useEditor();
	const patch = (change: Partial<Hanger>) =>
		edit(patchHanger(hanger.id, change), `hanger ${hanger.id} ${Object.keys(change)}`);
	return (
		<div className="space-y-2">
			<div className="grid grid-cols-2 gap-2">
				<TextField
					label="Name"
					value={hanger.name ?? ""}
					onChange={(name) => patch({ name: name || "Hanger" })}
				/>
				<SelectField
					label="Path"
					value={hanger.shape ?? "up and down"}
					options={SHAPES}
					onChange={(shape) => patch({ shape })}
				/>
				{hanger.shape !== "drawn" && (
					<NumberField
						label="Turns"
						digits={0}
						min={1}
						value={hanger.turns ?? 4}
						onChange={(turns) => patch({ turns: Math.max(1, Math.round(turns)) })}
					/>
				)}
				<NumberField
					label="Wire"
					quantity="length"
					value={hanger.wire_mm ?? 3}
					onChange={(wire_mm) => patch({ wire_mm })}
				/>
			</div>
			<PathBoard hanger={hanger} onPath={(path) => patch({ path, shape: "drawn" })} />
		</div>
	);
}

interface BoardProps {
	hanger: Hanger;
	onPath: (path: [number, number][]) => void;
}

/** The section with the wire's path: press to add a point, or type one. */
function PathBoard({ hanger, onPath }: BoardProps) {
	const { live } = useEditor();
	const [typed, setTyped] = useState({ x: 0, z: 20 });
	const { outline } = live.plan.mould;
	const index = live.of.work.findIndex((step) => step.do === "hanger" && step.id === hanger.id);
	const level = live.plan.fills[index]?.level_after_mm ?? live.plan.level_mm;
	const rim = Math.max(...outline.map(([x = 0]) => x));
	const scale = fitScale({ left: -rim, right: rim, bottom: 0, top: level + 4 }, WIDTH, HEIGHT, {
		left: 4,
		right: 4,
		top: 4,
		bottom: 4,
	});
	const own = (hanger.path ?? []).map(([x = 0, z = 0]) => [x, z] as [number, number]);
	const drawn = hanger.shape === "drawn";
	const path = drawn ? own : (live.plan.hangers.find((item) => item.step === hanger.id)?.points ?? []);
	const add = (x: number, z: number) =>
		onPath([...(drawn ? own : []), [Math.round(x * 2) / 2, Math.round(z * 2) / 2]]);
	return (
		<div className="space-y-2">
			{/* biome-ignore lint/a11y/useKeyWithClickEvents: the fields beside it add points from the keyboard. */}
			<svg
				viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
				className="block w-full max-w-[320px] cursor-crosshair rounded border border-line bg-white"
				role="img"
				aria-label={`Path of ${hanger.name}, ${path.length} points`}
				onClick={(event) => {
					const { x, z } = pressedAt(event, event.currentTarget, scale);
					add(x, z);
				}}
			>
				<polygon points={polygonPoints(bodyCorners(outline, level), scale)} fill="#dbe4dd" stroke="#14263f" />
				{live.plan.embeds
					.filter((piece) =>
						live.of.work.slice(0, index).some((step) => step.do === "lay" && step.embed === piece.id),
					)
					.map((piece) => (
						<polygon
							key={piece.id}
							points={polygonPoints(piece.outline, scale)}
							fill="#fbfcf9"
							stroke="#14263f"
						/>
					))}
				<polyline
					points={path.map(([x = 0, z = 0]) => `${scale.x(x)},${scale.y(z)}`).join(" ")}
					fill="none"
					stroke="#1f4f8f"
					strokeWidth={Math.max(2, (hanger.wire_mm ?? 3) * scale.pxPerMm)}
					strokeLinecap="round"
					strokeLinejoin="round"
				/>
				{drawn &&
					own.map(([x, z], i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: points have no name but their place in the path.
						<circle key={i} cx={scale.x(x)} cy={scale.y(z)} r="3.5" fill="#fbfcf9" stroke="#14263f" />
					))}
			</svg>
			<div className="grid grid-cols-[1fr_1fr_auto_auto] items-end gap-2">
				<NumberField
					label="Across"
					quantity="length"
					value={typed.x}
					onChange={(x) => setTyped({ ...typed, x })}
				/>
				<NumberField
					label="Up"
					quantity="length"
					value={typed.z}
					onChange={(z) => setTyped({ ...typed, z })}
				/>
				<Button onClick={() => add(typed.x, typed.z)}>Add point</Button>
				<Button disabled={!drawn || own.length === 0} onClick={() => onPath(own.slice(0, -1))}>
					Last away
				</Button>
			</div>
		</div>
	);
}
