import type { MouseEvent } from "react";

/** Where on an element a mouse or finger pressed, as shares of its width and height; null for a press by the keyboard. */
export function pressedPlace(event: MouseEvent<HTMLElement>): [number, number] | null {
	if (event.detail === 0) return null;
	const box = event.currentTarget.getBoundingClientRect();
	const share = (at: number, from: number, length: number) => Math.min(Math.max((at - from) / length, 0), 1);
	return [share(event.clientX, box.left, box.width), share(event.clientY, box.top, box.height)];
}
