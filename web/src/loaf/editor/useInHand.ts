import { useDrag } from "@use-gesture/react";
import type { KeyboardEvent } from "react";
import { BY_POINTER } from "../../ui/byPointer";
import { useEditor } from "./EditorContext";

interface InHand<T> {
	/** What is in hand, as it is now. */
	thing: T;
	/** By the picture's own pixels, however large it is shown. */
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
	const drag = useDrag<PointerEvent>(
		({ first, last, movement: [right, down], currentTarget, memo = thing }) => {
			if (first) onTake?.();
			const onScreen = (currentTarget as SVGGraphicsElement).getScreenCTM?.()?.a ?? 1;
			const px = pxPerMm * onScreen;
			if (right || down) onMove(memo, right / px, down / px);
			if (last) liftHand();
			return memo;
		},
		BY_POINTER,
	);
	return {
		...drag(),
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
