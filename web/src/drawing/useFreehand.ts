import { type PointerEvent, useRef, useState } from "react";

type Point = [number, number];

interface Freehand {
	/** Where a press is, in the drawing's own numbers. */
	at: (event: PointerEvent<SVGSVGElement>) => Point;
	/** A point comes about every so far, by the same numbers. */
	apart: number;
	most: number;
	/** A line of two points or more is done. */
	onLine: (line: Point[]) => void;
}

/** A line drawn by hand on a picture: as far as it has come, and what the picture listens to. */
export function useFreehand({ at, apart, most, onLine }: Freehand) {
	const [line, setLine] = useState<Point[]>([]);
	const drawing = useRef(false);
	const draw = (point: Point) => {
		const [x, y] = line.at(-1) ?? [Number.POSITIVE_INFINITY, 0];
		if (Math.hypot(point[0] - x, point[1] - y) > apart && line.length < most) setLine([...line, point]);
	};
	const end = () => {
		drawing.current = false;
		setLine([]);
	};
	return {
		line,
		drawn: {
			onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
				drawing.current = true;
				event.currentTarget.setPointerCapture(event.pointerId);
				draw(at(event));
			},
			onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
				if (drawing.current) draw(at(event));
			},
			onPointerUp: () => {
				if (line.length > 1) onLine(line);
				end();
			},
			onPointerCancel: end,
		},
	};
}
