/** The line around a thing of a colour: pale around a dark one, so that it has an edge in dark batter too. */
export function edgeOf(srgb: string): string {
	const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => Number.parseInt(srgb.slice(at, at + 2), 16));
	// Luma as television weighs it (ITU-R BT.601); of what is no plain colour it is no number, and so not dark.
	return 0.3 * r + 0.59 * g + 0.11 * b < 64 ? "#fbfcf9" : "#14263f";
}
