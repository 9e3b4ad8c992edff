/** From where a loaf is looked at: towards the middle, as far away as it is large. */
export interface View {
	readonly name: string;
	/** Across, up, towards whoever stands before the front. */
	readonly from: readonly [number, number, number];
	/** How many lengths of the loaf away. */
	readonly away: number;
}

export const VIEWS = {
	slant: { name: "Slant", from: [0.9, 0.66, 1], away: 1.75 },
	top: { name: "Top", from: [0.02, 1, 0.0001], away: 1.25 },
	side: { name: "Side", from: [1, 0.16, 0.02], away: 1.4 },
	front: { name: "Front", from: [0.0001, 0.22, 1], away: 1.25 },
	bar: { name: "One bar", from: [0.42, 0.36, 1], away: 0.85 },
} as const satisfies Record<string, View>;

export type ViewName = keyof typeof VIEWS;

/** How far one press of an arrow turns, and of plus and minus goes nearer. */
export const TURN = Math.PI / 24;
export const NEARER = 0.88;
const STEEPEST = Math.PI / 2 - 0.02;

export interface Eye {
	/** Around the upright, from before the front to the right [rad], and up from level. */
	readonly around: number;
	readonly up: number;
	readonly away: number;
}

export const eyeOf = ({ from: [x, y, z], away }: View): Eye => ({
	around: Math.atan2(x, z),
	up: Math.atan2(y, Math.hypot(x, z)),
	away,
});

/** What a key does to where one looks from; nothing where it is no key of this. */
export function turned(eye: Eye, key: string): Eye | undefined {
	switch (key) {
		case "ArrowLeft":
			return { ...eye, around: eye.around - TURN };
		case "ArrowRight":
			return { ...eye, around: eye.around + TURN };
		case "ArrowUp":
			return { ...eye, up: Math.min(eye.up + TURN, STEEPEST) };
		case "ArrowDown":
			return { ...eye, up: Math.max(eye.up - TURN, -0.3) };
		case "+":
		case "=":
			return { ...eye, away: Math.max(eye.away * NEARER, 0.35) };
		case "-":
			return { ...eye, away: Math.min(eye.away / NEARER, 4) };
		default:
			return undefined;
	}
}

/** How bars lie: how far apart all of them, which one is drawn out; or all of them side by side, faces to the front. */
export interface Lying {
	readonly apart: number;
	readonly out: number | null;
	readonly beside: boolean;
}

/** Where a bar is in the loaf: its front face behind the loaf's own, its middle across, and how wide it is [mm]. */
export interface BarPlace {
	readonly front: number;
	readonly middle: number;
	readonly wide: number;
}

const BETWEEN_MM = 12;
/** So far a bar is drawn out. */
const OUT_MM = 55;

/** How far a bar is moved to the right and towards the front [mm]. */
export function placed(
	bar: number,
	lying: Lying,
	last: number,
	place: BarPlace,
): { right: number; nearer: number } {
	if (!lying.beside) return { right: 0, nearer: movedBy(bar, lying, last) };
	const step = place.wide + BETWEEN_MM;
	return { right: (bar - (last + 1) / 2) * step - place.middle, nearer: place.front };
}

/** How far a bar is moved towards the front [mm]. */
export function movedBy(bar: number, lying: Lying, last: number): number {
	return (last - bar) * lying.apart + (bar === lying.out ? OUT_MM : 0);
}
