export interface WaitLook {
	/** What is left, as "43:10", or by how much it is over. */
	readonly text: string;
	readonly over: boolean;
}

/** A wait of so many minutes since a press, at ``now`` [ms]. It follows from the log, so nothing can stop it. */
export function waitLook(since: string, minutes: number, now: number): WaitLook {
	const left = Date.parse(since) + minutes * 60_000 - now;
	const over = left <= 0;
	const seconds = Math.round(Math.abs(left) / 1000);
	const hours = Math.floor(seconds / 3600);
	const rest = `${Math.floor((seconds % 3600) / 60)}`.padStart(hours ? 2 : 1, "0");
	return { text: `${hours ? `${hours}:` : ""}${rest}:${`${seconds % 60}`.padStart(2, "0")}`, over };
}
