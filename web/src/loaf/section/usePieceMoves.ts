import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Embed } from "../../api/types";
import { patchEmbed } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

type Axis = "across_mm" | "up_mm" | "from_mm";

const KEYS: Record<string, readonly [number, number]> = {
	ArrowLeft: [-1, 0],
	ArrowRight: [1, 0],
	ArrowUp: [0, 1],
	ArrowDown: [0, -1],
};

/**
 * Moves a piece by pointer (whole millimetres) and by arrow keys (1 mm, with shift 10 mm).
 *
 * ``sideways`` is what left and right change: across in the cross-section, along in the long view.
 */
export function usePieceMoves(embed: Embed, sideways: Axis, pxPerMm: number, onSelect: () => void) {
	const { edit, liftHand } = useEditor();
	const start = useRef<{ x: number; y: number; embed: Embed } | null>(null);
	const moveBy = (from: Embed, right: number, up: number) =>
		edit(
			patchEmbed(embed.id, {
				[sideways]: Math.round((from[sideways] + right) * 10) / 10,
				up_mm: Math.round((from.up_mm + up) * 10) / 10,
			}),
			`move ${embed.id}`,
		);

	return {
		onPointerDown: (event: PointerEvent<SVGGElement>) => {
			event.currentTarget.setPointerCapture(event.pointerId);
			start.current = { x: event.clientX, y: event.clientY, embed };
			onSelect();
		},
		onPointerMove: (event: PointerEvent<SVGGElement>) => {
			if (!start.current) return;
			const right = Math.round((event.clientX - start.current.x) / pxPerMm);
			const up = Math.round((start.current.y - event.clientY) / pxPerMm);
			moveBy(start.current.embed, right, up);
		},
		onPointerUp: () => {
			start.current = null;
			liftHand();
		},
		onPointerCancel: () => {
			start.current = null;
			liftHand();
		},
		onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
			const way = KEYS[event.key];
			if (!way) return;
			event.preventDefault();
			const by = event.shiftKey ? 10 : 1;
			moveBy(embed, way[0] * by, way[1] * by);
		},
		onKeyUp: (event: KeyboardEvent<SVGGElement>) => {
			if (KEYS[event.key]) liftHand();
		},
		onFocus: onSelect,
	};
}
