import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** A scroll bar is narrower than this [px]. */
const BAR_PX = 20;

/**
 * The next width, where an element was so wide before and is now: what grows again by no more than a scroll bar stays as
 * it is, for a drawing that is as tall as it is wide would else bring and take away the bar for ever.
 */
export const steady = (before: number, now: number, next: number): number =>
	next === before && next > now && next - now <= BAR_PX ? now : next;

/** The element's width in pixels, kept up to date. */
export function useWidth<T extends Element>(): [RefObject<T | null>, number] {
	const ref = useRef<T>(null);
	const [width, setWidth] = useState(600);
	useLayoutEffect(() => {
		const element = ref.current;
		if (!element) return;
		let [before, now] = [0, element.getBoundingClientRect().width];
		const watch = new ResizeObserver(([entry]) => {
			const next = steady(before, now, entry?.contentRect.width ?? now);
			if (next === now) return;
			[before, now] = [now, next];
			setWidth(next);
		});
		watch.observe(element);
		setWidth(now);
		return () => watch.disconnect();
	}, []);
	return [ref, width];
}
