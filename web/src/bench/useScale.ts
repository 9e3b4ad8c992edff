import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { Weight } from "../devices/scale";
import type { SimulatedScale } from "../devices/simulatedScale";
import { useRoom } from "./room";

/** The scale at this bench; the practice one, until another answers to the same interface. */
export function useScale(): { scale: SimulatedScale; weight: Weight | null; rate: number } {
	const { scale } = useRoom().devices;
	const weight = useSyncExternalStore(scale.subscribe, scale.read);
	const [rate, setRate] = useState(0);
	const before = useRef({ grams: 0, at: 0 });
	const grams = weight?.grams;
	useEffect(() => {
		if (grams === undefined) return;
		const at = performance.now();
		const seconds = (at - before.current.at) / 1000;
		if (seconds < 0.08) return;
		setRate((grams - before.current.grams) / seconds);
		before.current = { grams, at };
	}, [grams]);
	return { scale, weight, rate: weight?.steady ? 0 : rate };
}
