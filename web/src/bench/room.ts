import { createContext, useContext } from "react";
import type { BenchJob, LoafJobs, Outcome, Rehearsal, Step } from "../api/types";
import type { SimulatedScale } from "../devices/simulatedScale";
import type { SimulatedThermometer } from "../devices/simulatedThermometer";
import type { Bench } from "./benchOf";
import type { Clocks } from "./clock/useClocks";

/** How fast a rehearsed day goes, and what it has come to. */
export interface Rehearsing {
	readonly speed: number;
	readonly run: (speed: number) => void;
	/** Lets so many minutes pass at once. */
	readonly pass: (minutes: number) => void;
	readonly startOver: () => void;
	/** What a hand would see of each bowl now. */
	readonly look: () => Promise<Rehearsal["seen"]>;
	readonly outcomes: readonly Outcome[];
}

/** What measures at the bench; the practice ones stand in until others answer to the same interfaces. */
export interface Devices {
	readonly scale: SimulatedScale;
	readonly thermometer: SimulatedThermometer;
}

/** A bench to work at: the real one, or one to practise on. */
export interface Room {
	/** Where it stands in the address. */
	readonly base: string;
	readonly bench: Bench;
	/** The steps of the job at hand; of the whole loaf where no job is. */
	readonly steps: readonly Step[];
	/** The loaf's jobs as they stand, and the one at hand; none while a day is rehearsed, or when they cannot be asked for. */
	readonly jobs: LoafJobs | null;
	readonly job: BenchJob | null;
	readonly clocks: Clocks;
	/** The room's own clock [ms]. */
	readonly now: () => number;
	readonly devices: Devices;
	readonly rehearsing: Rehearsing | null;
}

export const RoomContext = createContext<Room | null>(null);

export function useRoom(): Room {
	const room = useContext(RoomContext);
	if (!room) throw new Error("There is no bench around this.");
	return room;
}
