/** A thermometer at the bench. A real one over Bluetooth or USB answers to the same three things. */
export interface Thermometer {
	/** The last reading [°C]; ``null`` while it is not connected. */
	readonly read: () => number | null;
	readonly subscribe: (listener: () => void) => () => void;
	readonly name: string;
}
