import type { BarProposal, LoafOutcome } from "../../api/types";

/** What stands in the notes with what was proposed: the same piece of the same bar, colour or fault is said once. */
export function joined(outcome: LoafOutcome, proposals: readonly BarProposal[]): Partial<LoafOutcome> {
	const embeds = proposals.flatMap((item) => item.embeds ?? []);
	const colours = proposals.flatMap((item) => item.colours ?? []);
	const faults = proposals.flatMap((item) => item.faults ?? []);
	const marbled = proposals.flatMap((item) => item.marbled ?? []);
	const bars = (numbers: readonly number[] | undefined) => (numbers ?? []).join(" ");
	return {
		embeds: [
			...(outcome.embeds ?? []).filter(
				(mine) => !embeds.some((item) => item.embed === mine.embed && item.bar === mine.bar),
			),
			...embeds,
		],
		marbled: [
			...(outcome.marbled ?? []).filter((mine) => !marbled.some((item) => item.bar === mine.bar)),
			...marbled,
		],
		colours: [
			...(outcome.colours ?? []).filter((mine) => !colours.some((item) => item.colour === mine.colour)),
			...colours,
		],
		faults: [
			...(outcome.faults ?? []).filter(
				(mine) => !faults.some((item) => item.kind === mine.kind && bars(item.bars) === bars(mine.bars)),
			),
			...faults,
		],
	};
}
