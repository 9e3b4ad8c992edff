import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { useEditor } from "./EditorContext";

interface InHand<T> {
	/** What is in hand, as it is now. */
	thing: T;
	pxPerMm: number;
	/** So far to the right and down of where ``from`` was [mm]. */
	onMove: (from: T, right: number, down: number) => void;
	onTake?: () => void;
	/** Delete: back to where it would be by itself. */
	onLetGo?: (() => void) | null;
}

/** To the right and down [mm]; with Shift ten times as far. */
const KEYS: Record<string, readonly [number, number]> = {
	ArrowLeft: [-1, 0],
	ArrowRight: [1, 0],
	ArrowUp: [0, -1],
	ArrowDown: [0, 1],
};

/** Something of a drawing that is dragged, or moved with the arrow keys; letting it go ends the stroke. */
export function useInHand<T>({ thing, pxPerMm, onMove, onTake, onLetGo }: InHand<T>) {
	const { liftHand } = useEditor();
	const start = useRef<{ x: number; y: number; thing: T } | null>(null);
	const end = () => {
		start.current = null;
		liftHand();
	};
	return {
		onPointerDown: (event: PointerEvent<SVGGElement>) => {
			event.currentTarget.setPointerCapture(event.pointerId);
			start.current = { x: event.clientX, y: event.clientY, thing };
			onTake?.();
		},
		onPointerMove: (event: PointerEvent<SVGGElement>) => {
			const from = start.current;
			if (!from) return;
			const [right, down] = [event.clientX - from.x, event.clientY - from.y];
			if (right || down) onMove(from.thing, right / pxPerMm, down / pxPerMm);
		},
		onPointerUp: end,
		onPointerCancel: end,
		onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
			const way = KEYS[event.key];
			if (way) {
				event.preventDefault();
				const by = event.shiftKey ? 10 : 1;
				onMove(thing, way[0] * by, way[1] * by);
			} else if (event.key === "Delete") {
				onLetGo?.();
			}
		},
		onKeyUp: (event: KeyboardEvent<SVGGElement>) => {
			if (KEYS[event.key]) liftHand();
		},
	};
}
