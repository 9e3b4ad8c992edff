/** Rounded to what a field shows; so little is left to each of the others at least. */
const STEP = 0.1;
const round = (percent: number) => Math.round(percent / STEP) * STEP;

/**
 * Percents that add up to a hundred again after one was set: the others share what is left as they shared it before.
 *
 * With nothing set, all of them are stretched to a hundred.
 */
export function balanced(percents: readonly number[], at?: number): number[] {
	const others = percents.map((_, i) => i).filter((i) => i !== at);
	if (others.length === 0) return percents.map(() => 100);
	const most = 100 - others.length * STEP;
	const kept = at === undefined ? 0 : Math.min(Math.max(percents[at] ?? 0, STEP), most);
	const before = others.reduce((sum, i) => sum + (percents[i] ?? 0), 0);
	const found = percents.map((percent, i) => {
		if (i === at) return kept;
		const share = before > 0 ? percent / before : 1 / others.length;
		return Math.max(STEP, round((100 - kept) * share));
	});
	// What rounding leaves goes to the largest of them.
	const largest = others.reduce(
		(best, i) => ((found[i] ?? 0) > (found[best] ?? 0) ? i : best),
		others[0] ?? 0,
	);
	const off = 100 - found.reduce((sum, percent) => sum + percent, 0);
	return found.map((percent, i) => Number((i === largest ? percent + off : percent).toFixed(6)));
}
