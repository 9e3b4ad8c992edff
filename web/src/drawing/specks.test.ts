import { describe, expect, it } from "vitest";
import { speckPlaces } from "./specks";

describe("speckPlaces", () => {
	const places = speckPlaces(40, 8, 45, 10, 40, 0);

	it("keeps every speck inside its pour", () => {
		expect(places).toHaveLength(40);
		for (const { x, z } of places) {
			expect(Math.abs(x)).toBeLessThanOrEqual(45 - 4 + 1e-9);
			expect(z).toBeGreaterThanOrEqual(14);
			expect(z).toBeLessThanOrEqual(36 + 1e-9);
		}
	});

	it("spreads them over the whole width, the same every time", () => {
		const left = places.filter(({ x }) => x < 0).length;
		expect(left).toBeGreaterThan(15);
		expect(left).toBeLessThan(25);
		expect(speckPlaces(40, 8, 45, 10, 40, 0)).toEqual(places);
	});

	it("stays on the pour's level when a piece is taller than it", () => {
		expect(speckPlaces(1, 30, 45, 10, 20, 0)[0]?.z).toBeLessThanOrEqual(20);
	});
});
