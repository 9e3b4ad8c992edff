/** What a scale says: grams on it, whether they have come to rest. */
export interface Weight {
	readonly grams: number;
	readonly steady: boolean;
}

/** A scale at the bench. A real one over Bluetooth or USB answers to the same four things. */
export interface Scale {
	/** The last reading; ``null`` while it is not connected. */
	readonly read: () => Weight | null;
	readonly subscribe: (listener: () => void) => () => void;
	readonly tare: () => void;
	readonly name: string;
}

/** How far before the target to stop: what still falls after the hand has stopped [g], at the rate it is falling. */
export const stopBefore = (gramsPerSecond: number): number => Math.max(0, gramsPerSecond) * 0.4;
