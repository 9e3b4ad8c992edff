import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** The element's width in pixels, kept up to date. */
export function useWidth<T extends Element>(): [RefObject<T | null>, number] {
	const ref = useRef<T>(null);
	const [width, setWidth] = useState(600);
	useLayoutEffect(() => {
		const element = ref.current;
		if (!element) return;
		const watch = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
		watch.observe(element);
		setWidth(element.getBoundingClientRect().width);
		return () => watch.disconnect();
	}, []);
	return [ref, width];
}
