import { useState } from "react";
import type { Outline } from "../../api/types";
import { PointBoard } from "../../drawing/PointBoard";
import { polygonPoints } from "../../drawing/scale";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";

type Drawn = Extract<Outline, { kind: "drawn" }>;
type Point = [number, number];

/** So few points make a shape. */
const FEWEST = 3;
/** What is seen around a shape, at least, and how much room is left beside it [mm]. */
const [LEAST_MM, ROOM] = [30, 1.5];

/** An outline by a few presses; the drawing of the loaf shows it with its curves. */
export function DrawnOutline({ outline, onChange }: { outline: Drawn; onChange: (outline: Drawn) => void }) {
	const told = outline.points.map(([x = 0, z = 0]) => [x, z] as Point);
	// Begun anew it is no shape yet: so long it is nobody else's.
	const [begun, setBegun] = useState<Point[] | null>(null);
	const points = begun ?? told;
	const far = ROOM * Math.max(LEAST_MM, ...told.flat().map(Math.abs));
	const set = (next: Point[]) => {
		setBegun(next.length < FEWEST ? next : null);
		if (next.length >= FEWEST) onChange({ ...outline, points: next });
	};
	return (
		<div className="space-y-2">
			<PointBoard
				label={`Outline by hand, ${points.length} points`}
				box={{ left: -far, right: far, bottom: -far, top: far }}
				points={points}
				start={[0, 0]}
				canGo={points.length > 0}
				onAdd={(x, z) => set([...points, [x, z]])}
				onLastAway={() => set(points.slice(0, -1))}
			>
				{(scale) => (
					<>
						<path
							d={`M${scale.x(-far)} ${scale.y(0)}H${scale.x(far)}M${scale.x(0)} ${scale.y(far)}V${scale.y(-far)}`}
							stroke="var(--color-bench)"
						/>
						<polygon
							points={polygonPoints(points, scale)}
							fill="var(--color-enamel)"
							stroke="var(--color-rim)"
							strokeDasharray="4 3"
						/>
					</>
				)}
			</PointBoard>
			<p className="text-xs text-soft">
				Press around the shape, point by point.{" "}
				{begun ? "Three make a shape." : "The section shows its curves."}
			</p>
			<div className="flex flex-wrap items-center gap-3">
				<Button onClick={() => setBegun([])}>Draw again</Button>
				<CheckField
					label="Smooth curves"
					checked={outline.smooth ?? true}
					onChange={(smooth) => onChange({ ...outline, smooth })}
				/>
			</div>
		</div>
	);
}
