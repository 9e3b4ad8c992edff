import type { Hanger } from "../../api/types";
import { bodyCorners } from "../../drawing/face";
import { PointBoard } from "../../drawing/PointBoard";
import { polygonPoints } from "../../drawing/scale";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { patchHanger } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

const SHAPES: readonly (readonly [NonNullable<Hanger["shape"]>, string])[] = [
	["up and down", "Up and down"],
	["side to side", "Side to side"],
	["loops", "Loops"],
	["drawn", "As I draw it"],
];

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
						label="Swirls"
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
	const { outline } = live.plan.mould;
	const index = live.of.work.findIndex((step) => step.do === "hanger" && step.id === hanger.id);
	const level = live.plan.fills[index]?.level_after_mm ?? live.plan.level_mm;
	const rim = Math.max(...outline.map(([x = 0]) => x));
	const own = (hanger.path ?? []).map(([x = 0, z = 0]) => [x, z] as [number, number]);
	const drawn = hanger.shape === "drawn";
	const path = drawn ? own : (live.plan.hangers.find((item) => item.step === hanger.id)?.points ?? []);
	return (
		<PointBoard
			label={`Path of ${hanger.name}, ${path.length} points`}
			box={{ left: -rim, right: rim, bottom: 0, top: level + 4 }}
			points={drawn ? own : []}
			start={[0, 20]}
			canGo={drawn && own.length > 0}
			onAdd={(x, z) => onPath([...(drawn ? own : []), [x, z]])}
			onLastAway={() => onPath(own.slice(0, -1))}
		>
			{(scale) => (
				<>
					<polygon
						points={polygonPoints(bodyCorners(outline, level), scale)}
						fill="var(--color-bench)"
						stroke="var(--color-ink)"
					/>
					{live.plan.embeds
						.filter((piece) =>
							live.of.work.slice(0, index).some((step) => step.do === "lay" && step.embed === piece.id),
						)
						.map((piece) => (
							<polygon
								key={piece.id}
								points={polygonPoints(piece.outline, scale)}
								fill="var(--color-enamel)"
								stroke="var(--color-ink)"
							/>
						))}
					<polyline
						points={path.map(([x = 0, z = 0]) => `${scale.x(x)},${scale.y(z)}`).join(" ")}
						fill="none"
						stroke="var(--color-rim)"
						strokeWidth={Math.max(2, (hanger.wire_mm ?? 3) * scale.pxPerMm)}
						strokeLinecap="round"
						strokeLinejoin="round"
					/>
				</>
			)}
		</PointBoard>
	);
}
