import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { BY_POINTER } from "../ui/byPointer";

type Point = [number, number];

interface Freehand {
	/** What so far from the picture's left and top [px] is in the drawing's own numbers. */
	at: (x: number, y: number, picture: DOMRect) => Point;
	/** A point comes about every so far, by the same numbers. */
	apart: number;
	most: number;
	/** A line of two points or more is done. */
	onLine: (line: Point[]) => void;
}

/** A line drawn by hand on a picture: as far as it has come, and what the picture listens to. */
export function useFreehand({ at, apart, most, onLine }: Freehand) {
	const [line, setLine] = useState<Point[]>([]);
	const draw = (before: Point[], point: Point): Point[] => {
		const [x, y] = before.at(-1) ?? [Number.POSITIVE_INFINITY, 0];
		const far = Math.hypot(point[0] - x, point[1] - y) > apart;
		return far && before.length < most ? [...before, point] : before;
	};
	const drag = useDrag<PointerEvent>(({ xy: [x, y], currentTarget, last, canceled, memo = [] }) => {
		const picture = (currentTarget as SVGSVGElement).getBoundingClientRect();
		const drawn = last ? memo : draw(memo, at(x - picture.left, y - picture.top, picture));
		setLine(last ? [] : drawn);
		if (last && !canceled && drawn.length > 1) onLine(drawn);
		return drawn;
	}, BY_POINTER);
	return { line, drawn: drag() };
}
