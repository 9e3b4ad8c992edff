/** Places of labels that would lie on each other, moved apart by at least so much, each as near to its own as can be. */
export function spread(wanted: readonly number[], apart: number): number[] {
	const order = wanted.map((_, i) => i).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
	// Runs of labels that touch are moved as one, around the middle of where they want to be.
	const runs: { members: number[]; middle: number }[] = [];
	for (const i of order) {
		runs.push({ members: [i], middle: wanted[i] ?? 0 });
		for (let last = runs.length - 1; last > 0; last -= 1) {
			const [above, below] = [runs[last - 1], runs[last]];
			if (!above || !below) break;
			const room = below.middle - above.middle;
			const needs = ((above.members.length + below.members.length) / 2) * apart;
			if (room >= needs) break;
			const members = [...above.members, ...below.members];
			const want = members.map((m, k) => (wanted[m] ?? 0) - (k - (members.length - 1) / 2) * apart);
			runs.splice(last - 1, 2, { members, middle: want.reduce((sum, y) => sum + y, 0) / members.length });
		}
	}
	const found = [...wanted];
	for (const { members, middle } of runs)
		members.forEach((i, k) => {
			found[i] = middle + (k - (members.length - 1) / 2) * apart;
		});
	return found;
}
