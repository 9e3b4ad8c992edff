import { describe, expect, it } from "vitest";
import type { Preview } from "../api/types";
import { previewLook } from "./previewLook";

const plain = {
	outline: [
		[-45, 0],
		[45, 0],
		[45, 70],
		[-45, 70],
	],
	layers: [
		{ low_mm: 0, high_mm: 20, shares: [["#202020", 1]] },
		{ low_mm: 20, high_mm: 60, shares: [["#f0f0f0", 1]] },
	],
	top: null,
} as unknown as Preview;

describe("previewLook", () => {
	it("stands as high as its last layer", () => {
		const look = previewLook(plain);
		expect(look.level).toBe(60);
		expect(look.layers.map(({ low, high }) => [low, high])).toEqual([
			[0, 20],
			[20, 60],
		]);
		expect(look.top).toBeNull();
	});

	it("carries its frosting over, bump by bump", () => {
		const bump = { x: 10, wide_mm: 30, high_mm: 20, srgb: "#ffffff", kind: "scallop" };
		const top = { coat_mm: 3, coat: [["#ffffff", 1]], bumps: [bump] };
		const look = previewLook({ ...plain, top } as unknown as Preview);
		expect(look.top?.coat?.mm).toBe(3);
		expect(look.top?.bumps).toEqual([{ x: 10, wide: 30, high: 20, srgb: "#ffffff", kind: "scallop" }]);
	});

	it("of an empty page is nothing", () => {
		expect(previewLook({ ...plain, layers: [] } as unknown as Preview).level).toBe(0);
	});
});
