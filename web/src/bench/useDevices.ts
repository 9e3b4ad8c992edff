import { useState } from "react";
import { SimulatedScale } from "../devices/simulatedScale";
import { SimulatedThermometer } from "../devices/simulatedThermometer";
import type { Devices } from "./room";

/** The devices of a bench; ``now``: its own clock [ms]. */
export function useDevices(now: () => number): Devices {
	const [devices] = useState<Devices>(() => ({
		scale: new SimulatedScale(),
		thermometer: new SimulatedThermometer(undefined, now),
	}));
	return devices;
}
