import { useState } from "react";
import { PointBoard } from "../../drawing/PointBoard";
import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";

type Point = readonly [number, number];

/** So few points make a line. */
const FEWEST = 2;

interface Props {
	label: string;
	/** Points across from the centre line and along from the front end [mm]. */
	line: readonly (readonly number[])[];
	onChange: (line: [number, number][]) => void;
}

/** A line drawn over the top, point by point: front end at the left, as the drawing from above has it. */
export function LineBoard({ label, line, onChange }: Props) {
	const { live } = useEditor();
	const { top, cuts } = live.plan;
	const told = line.map(([x = 0, y = 0]) => [x, y] as Point);
	// Begun anew it is no line yet: so long it is nobody else's.
	const [begun, setBegun] = useState<Point[] | null>(null);
	const points = begun ?? told;
	const half = top.half_wide_mm;
	const set = (next: Point[]) => {
		setBegun(next.length < FEWEST ? next : null);
		if (next.length >= FEWEST) onChange(next.map(([x, y]) => [x, y]));
	};
	return (
		<div className="space-y-1">
			<PointBoard
				label={`${label}, ${points.length} points`}
				axes={["Along", "Across"]}
				box={{ left: top.front_mm, right: top.back_mm, bottom: -half, top: half }}
				points={points.map(([x, y]) => [y, -x] as const)}
				start={[(top.front_mm + top.back_mm) / 2, 0]}
				canGo={points.length > 0}
				onAdd={(along, up) => set([...points, [-up, along]])}
				onLastAway={() => set(points.slice(0, -1))}
			>
				{(scale) => (
					<>
						<rect
							x={scale.x(top.front_mm)}
							y={scale.y(half)}
							width={(top.back_mm - top.front_mm) * scale.pxPerMm}
							height={2 * half * scale.pxPerMm}
							fill="var(--color-enamel)"
							stroke="var(--color-line)"
						/>
						{(cuts.whole ? [] : cuts.bars).map((bar) => (
							<path
								key={bar.number}
								d={`M${scale.x(bar.to_mm)} ${scale.y(half)}V${scale.y(-half)}`}
								stroke="var(--color-line)"
								strokeDasharray="3 3"
							/>
						))}
						<polyline
							points={points.map(([x, y]) => `${scale.x(y)},${scale.y(-x)}`).join(" ")}
							fill="none"
							stroke="var(--color-rim)"
							strokeWidth="2"
						/>
					</>
				)}
			</PointBoard>
			<Button look="quiet" onClick={() => setBegun([])}>
				Draw again
			</Button>
		</div>
	);
}
