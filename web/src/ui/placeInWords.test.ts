import { describe, expect, it } from "vitest";
import type { Loaf } from "../api/types";
import { fieldInWords, placeInWords } from "./placeInWords";

const loaf = {
	colours: [{ id: "sea", name: "Sea" }],
	embeds: [{ id: "post", name: "Paper post", casting: {} }],
	pieces: [{ id: "bead", name: "Beads", make: { mould: {} } }],
	work: [
		{ do: "pour", name: "Night sky", colours: [{ colour: "sea" }], shreds: [{ name: "Red paper" }] },
		{ do: "lay", embed: "post" },
	],
} as unknown as Loaf;

describe("a place in a loaf", () => {
	it.each([
		["work.0.to_mm", "Night sky, level"],
		["work.0.colours", "Night sky, colours"],
		["work.0.colours.0.percent", "Night sky, Sea, percent"],
		["work.0.shreds.0.grams", "Night sky, Red paper, grams"],
		["work.1", "Paper post"],
		["embeds.0.casting.mould_length_mm", "Paper post, casting, its mould's length"],
		["pieces.0.moulds", "Beads, how many moulds are filled"],
		["pieces.3.count", "Pieces 4, count"],
		["moulds", "how many moulds are filled"],
		["cuts.bar_mm", "cuts, how thick a bar is"],
	])("%s is called %s", (field, words) => {
		expect(placeInWords(field, loaf)).toBe(words);
	});
	it("is told inside its thing too", () => {
		expect(fieldInWords("up_mm")).toBe("middle up");
		expect(fieldInWords("casting.fillings.0")).toBe("casting fillings 1");
	});
	it("needs no loaf", () => {
		expect(placeInWords("target.amount")).toBe("amount");
		expect(placeInWords("document")).toBe("");
	});
});
