import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { useEditor } from "../editor/EditorContext";

/** Where something lies on the top: across and along the loaf [mm]. */
interface At {
	readonly x: number;
	readonly y: number;
}

interface Taken {
	at: At;
	/** Pixels to a millimetre. */
	px: number;
	onMove: (across: number, along: number) => void;
	/** Back to where it would lie by itself. */
	onLetGo: (() => void) | null;
}

/** What a press of an arrow key moves [mm]: across, along. */
const MOVES: Record<string, readonly [number, number]> = {
	ArrowLeft: [0, -1],
	ArrowRight: [0, 1],
	ArrowUp: [-1, 0],
	ArrowDown: [1, 0],
};

/** A thing on the top that is dragged, or moved with the arrow keys; with Delete it is let go. */
export function useTakenByHand({ at, px, onMove, onLetGo }: Taken) {
	const { liftHand } = useEditor();
	const start = useRef<{ x: number; y: number; at: At } | null>(null);
	return {
		onPointerDown: (event: PointerEvent<SVGGElement>) => {
			event.currentTarget.setPointerCapture(event.pointerId);
			start.current = { x: event.clientX, y: event.clientY, at };
		},
		onPointerMove: (event: PointerEvent<SVGGElement>) => {
			const from = start.current;
			if (!from) return;
			const [along, across] = [event.clientX - from.x, event.clientY - from.y];
			if (along || across) onMove(from.at.x + across / px, from.at.y + along / px);
		},
		onPointerUp: () => {
			start.current = null;
			liftHand();
		},
		onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
			const way = MOVES[event.key];
			if (way) {
				event.preventDefault();
				const by = event.shiftKey ? 10 : 1;
				onMove(at.x + way[0] * by, at.y + way[1] * by);
			} else if (event.key === "Delete") {
				onLetGo?.();
			}
		},
		onKeyUp: liftHand,
	};
}
