import type { Scale, Weight } from "./scale";

const TICK_MS = 100;
const POUR_G_S = 40;
const DRIBBLE_G_S = 4;
/** What is in the air when the hand stops still lands. */
const FALLING_S = 0.35;
const NOISE_G = 0.08;
const DRIFT_G_S = 0.02;

export type Hand = "still" | "pour" | "dribble";

/** A scale that can be played: pour, dribble, overshoot, drift, pull the plug. It stands in for a real one. */
export class SimulatedScale implements Scale {
	readonly name = "Practice scale";
	private onPan = 0;
	private inAir = 0;
	private zero = 0;
	private wander = 0;
	private settled = 0;
	private hand: Hand = "still";
	private drifting = false;
	private plugged = true;
	private last: Weight | null = { grams: 0, steady: true };
	private timer: ReturnType<typeof setInterval> | null = null;
	private readonly listeners = new Set<() => void>();

	constructor(private readonly random: () => number = Math.random) {}

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

	tare = () => {
		this.zero = this.onPan + this.wander;
		this.publish();
	};

	move(hand: Hand): void {
		this.hand = hand;
	}

	drift(on: boolean): void {
		this.drifting = on;
	}

	plug(on: boolean): void {
		this.plugged = on;
		this.publish();
	}

	private tick(): void {
		const seconds = TICK_MS / 1000;
		const rate = this.hand === "pour" ? POUR_G_S : this.hand === "dribble" ? DRIBBLE_G_S : 0;
		this.inAir += rate * seconds;
		const lands =
			this.hand === "still"
				? Math.min(this.inAir, (POUR_G_S * seconds) / 2)
				: this.inAir * (seconds / FALLING_S);
		this.onPan += lands;
		this.inAir -= lands;
		if (this.inAir < 0.01) this.inAir = 0;
		if (this.drifting) this.wander += DRIFT_G_S * seconds;
		this.settled = rate > 0 || this.inAir > 0 ? 0 : this.settled + seconds;
		this.publish();
	}

	private publish(): void {
		const noise = (this.random() - 0.5) * 2 * NOISE_G * (this.settled > 0.6 ? 0.2 : 1);
		const grams = Math.round((this.onPan + this.wander - this.zero + noise) * 10) / 10;
		this.last = this.plugged ? { grams, steady: this.settled > 0.6 } : null;
		for (const listener of this.listeners) listener();
	}
}
