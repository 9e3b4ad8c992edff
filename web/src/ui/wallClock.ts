/**
 * The one clock of the browser: what asks what time it is asks here. It goes with the studio's, which the server tells
 * at the start, so that a tablet whose own clock is wrong still presses at the right minute; without a server it keeps
 * what it was told last.
 */

const KEPT = "archtop.clock-ahead";
// Answers take a moment: nearer than this the two clocks are the same.
const SAME_MS = 3_000;

let aheadMs = kept();

function kept(): number {
	try {
		return Number(localStorage.getItem(KEPT)) || 0;
	} catch {
		return 0; // Kept nowhere, it is told again.
	}
}

/** Milliseconds since 1970, by the studio's clock. */
export const now = (): number => Date.now() + aheadMs;

/** The moment it is, by the studio's clock. */
export const moment = (): Date => new Date(now());

/** Go by the studio's time from here on. */
export function goBy(studioNow: string, own = Date.now()): void {
	const ahead = Date.parse(studioNow) - own;
	aheadMs = Math.abs(ahead) < SAME_MS ? 0 : ahead;
	try {
		localStorage.setItem(KEPT, String(aheadMs));
	} catch {
		// Told again at the next start.
	}
}
