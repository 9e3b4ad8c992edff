import { useSyncExternalStore } from "react";

const WIDE = "(min-width: 1200px)";

function subscribe(changed: () => void): () => void {
	const query = matchMedia(WIDE);
	query.addEventListener("change", changed);
	return () => query.removeEventListener("change", changed);
}

/** Whether there is room for three columns: a desk's screen rather than a tablet's. */
export const useWide = (): boolean => useSyncExternalStore(subscribe, () => matchMedia(WIDE).matches);
