import type { Scale } from "./scale";

type Ring = readonly (readonly number[])[];

/** The ``d`` of a path along an outline and its holes, moved by (dx, dz) [mm]; to be filled by the even-odd rule. */
export function outlinePath(outline: Ring, holes: readonly Ring[], scale: Scale, dx = 0, dz = 0): string {
	const ring = (corners: Ring) =>
		`M${corners
			.map(([x = 0, z = 0]) => `${scale.x(x + dx).toFixed(2)} ${scale.y(z + dz).toFixed(2)}`)
			.join("L")}Z`;
	return [outline, ...holes].map(ring).join("");
}
