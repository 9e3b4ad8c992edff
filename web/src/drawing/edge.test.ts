import { expect, it } from "vitest";
import { edgeOf } from "./edge";

it("is pale around what is dark, and dark around all else", () => {
	for (const dark of ["#000000", "#101020", "#1a2a44", "#3a1020"]) expect(edgeOf(dark)).toBe("#fbfcf9");
	for (const light of ["#ffffff", "#c0402a", "#d8a030", "#888888", "none", "url(#streaks)"])
		expect(edgeOf(light)).toBe("#14263f");
});
