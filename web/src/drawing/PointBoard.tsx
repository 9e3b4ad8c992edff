import { type ReactNode, useState } from "react";
import { Button } from "../ui/Button";
import { NumberField } from "../ui/fields";
import { type Box, fitScale, pressedAt, type Scale } from "./scale";

const [WIDTH, HEIGHT] = [300, 190];
const MARGINS = { left: 4, right: 4, top: 4, bottom: 4 };

interface Props {
	label: string;
	/** What is seen of the plane, in millimetres. */
	box: Box;
	points: readonly (readonly [number, number])[];
	/** Where a typed point begins. */
	start: readonly [number, number];
	canGo: boolean;
	/** What the two numbers of a point are called. */
	axes?: readonly [string, string];
	onAdd: (x: number, z: number) => void;
	onLastAway: () => void;
	/** Everything drawn under the points. */
	children: (scale: Scale) => ReactNode;
}

/** Points set by hand: pressed on a drawing, or typed beside it. */
export function PointBoard({
	label,
	box,
	points,
	start,
	canGo,
	axes = ["Across", "Up"],
	onAdd,
	onLastAway,
	children,
}: Props) {
	const [typed, setTyped] = useState({ x: start[0], z: start[1] });
	const scale = fitScale(box, WIDTH, HEIGHT, MARGINS);
	return (
		<div className="space-y-2">
			{/* biome-ignore lint/a11y/useKeyWithClickEvents: the fields beside it add points from the keyboard. */}
			<svg
				viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
				className="block w-full max-w-[320px] cursor-crosshair rounded border border-line bg-paper"
				role="img"
				aria-label={label}
				onClick={(event) => {
					const { x, z } = pressedAt(event, event.currentTarget, scale);
					onAdd(Math.round(x * 2) / 2, Math.round(z * 2) / 2);
				}}
			>
				{children(scale)}
				{points.map(([x, z], i) => (
					<circle
						// biome-ignore lint/suspicious/noArrayIndexKey: points have no name but their place in the path.
						key={i}
						cx={scale.x(x)}
						cy={scale.y(z)}
						r="3.5"
						fill="var(--color-enamel)"
						stroke="var(--color-ink)"
					/>
				))}
			</svg>
			<div className="grid grid-cols-[1fr_1fr_auto_auto] items-end gap-2">
				<NumberField
					label={axes[0]}
					quantity="length"
					value={typed.x}
					onChange={(x) => setTyped({ ...typed, x })}
				/>
				<NumberField
					label={axes[1]}
					quantity="length"
					value={typed.z}
					onChange={(z) => setTyped({ ...typed, z })}
				/>
				<Button onClick={() => onAdd(typed.x, typed.z)}>Add point</Button>
				<Button disabled={!canGo} onClick={onLastAway}>
					Undo last point
				</Button>
			</div>
		</div>
	);
}
