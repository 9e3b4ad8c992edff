import { now as wallNow } from "../ui/wallClock";
import type { Thermometer } from "./thermometer";

const TICK_MS = 500;
const NOISE_C = 0.15;
/** How long a jug or pot takes to lose two thirds of its warmth, and the probe to follow it. */
const JUG_MIN = 70;
const PROBE_S = 4;

export const MEDIA = { lye: "Lye", oils: "Oils", pot: "Pot", air: "Air" } as const;
export type Medium = keyof typeof MEDIA;

export interface Warmth {
	/** How warm each is when it is made ready [°C]. */
	readonly lye: number;
	readonly oils: number;
	readonly pot: number;
	readonly room: number;
}

const COLD: Warmth = { lye: 21, oils: 21, pot: 21, room: 21 };

/** A probe that can be dipped into what stands on the bench, each cooling towards the room. It stands in for a real one. */
export class SimulatedThermometer implements Thermometer {
	readonly name = "Practice thermometer";
	private medium: Medium = "air";
	private readonly readySince = new Map<Medium, number>();
	private probe: number;
	private plugged = true;
	private last: number | null;
	private at: number;
	private timer: ReturnType<typeof setInterval> | null = null;
	private readonly listeners = new Set<() => void>();

	/** ``now``: the bench's own clock [ms], which a rehearsal runs faster. */
	constructor(
		private warmth: Warmth = COLD,
		private readonly now: () => number = wallNow,
		private readonly random: () => number = Math.random,
	) {
		this.probe = this.warmth.room;
		this.last = this.probe;
		this.at = now();
	}

	read = () => this.last;

	subscribe = (listener: () => void) => {
		this.listeners.add(listener);
		this.timer ??= setInterval(() => this.tick(), TICK_MS);
		return () => {
			this.listeners.delete(listener);
			if (this.listeners.size === 0 && this.timer) {
				clearInterval(this.timer);
				this.timer = null;
			}
		};
	};

	/** Another pot is made ready: its jugs are as warm as it says when they are first dipped into. */
	makeReady(warmth: Warmth): void {
		this.warmth = warmth;
		this.readySince.clear();
		this.medium = "air";
	}

	/** Dips the probe; what it is dipped into for the first time is as warm as it was made. */
	dip(medium: Medium): void {
		this.medium = medium;
		if (!this.readySince.has(medium)) this.readySince.set(medium, this.now());
	}

	plug(on: boolean): void {
		this.plugged = on;
		this.publish();
	}

	private tick(): void {
		const now = this.now();
		const seconds = (now - this.at) / 1000;
		this.at = now;
		this.probe += (this.warmthOf(now) - this.probe) * (1 - Math.exp(-seconds / PROBE_S));
		this.publish();
	}

	private warmthOf(now: number): number {
		if (this.medium === "air") return this.warmth.room;
		const minutes = (now - (this.readySince.get(this.medium) ?? now)) / 60_000;
		return this.warmth.room + (this.warmth[this.medium] - this.warmth.room) * Math.exp(-minutes / JUG_MIN);
	}

	private publish(): void {
		const shown = this.probe + (this.random() - 0.5) * 2 * NOISE_C;
		this.last = this.plugged ? Math.round(shown * 10) / 10 : null;
		for (const listener of this.listeners) listener();
	}
}
