/** Where something stands, and how high: straight between one place and the next. */
export type HeightLine = readonly (readonly number[])[];

/** Its height at a place; nothing where there is no line. */
export function heightAt(line: HeightLine, at: number): number {
	const after = line.findIndex(([place = 0]) => place >= at);
	const [x1 = 0, z1 = 0] = line[after === -1 ? line.length - 1 : after] ?? [];
	const [x0 = x1, z0 = z1] = line[Math.max(after - 1, 0)] ?? [];
	if (after <= 0 || x1 === x0) return z1;
	return z0 + ((at - x0) / (x1 - x0)) * (z1 - z0);
}
