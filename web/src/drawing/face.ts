import type { Corner } from "./scale";

/** Distance [mm] from the centre line to the wall at height ``z``; the outline is floor left, right, rim right, left. */
export function wallAt(outline: readonly (readonly number[])[], z: number): number {
	const floor = Math.abs(outline[1]?.[0] ?? 0);
	const [rim = floor, height = 1] = outline[2] ?? [];
	return floor + ((rim - floor) * z) / height;
}

/** The soap's own edge: the mould's outline cut off at the level. */
export function bodyCorners(outline: readonly (readonly number[])[], level: number): Corner[] {
	const [floor, top] = [wallAt(outline, 0), wallAt(outline, level)];
	return [
		[-floor, 0],
		[floor, 0],
		[top, level],
		[-top, level],
	];
}
