import { describe, expect, it } from "vitest";
import { entriesOf, found } from "./entries";

const LOAVES = [
	{ id: "a", name: "Lantern Row" },
	{ id: "b", name: "Café Quay" },
];
const PAGES = [{ key: "pots", title: "Pots" }];
const names = (typed: string, open: string | null = "a") =>
	found(entriesOf(LOAVES, PAGES, open), typed).map((entry) => entry.name);
const first = (typed: string, open: string | null = "a") => found(entriesOf(LOAVES, PAGES, open), typed)[0];

describe("what can be found", () => {
	it("finds a loaf by a part of its name, accents or none", () => {
		expect(first("lantern row", null)).toMatchObject({ kind: "Loaf", to: "/loaf/a" });
		expect(first("cafe", null)).toMatchObject({ name: "Café Quay", to: "/loaf/b" });
	});
	it("finds what to do by other words than its name, in the loaf that is open", () => {
		expect(first("size bottle")).toMatchObject({ to: "/loaf/a/pots" });
		expect(first("rehearse")).toMatchObject({ to: "/loaf/a/rehearsal" });
		expect(first("equal weights")).toMatchObject({ to: "/loaf/a/cut" });
		expect(first("svg outline")).toMatchObject({ to: "/loaf/a" });
		expect(names("use it up")).toContain("Shelf");
	});
	it("leads to the guide where no loaf is open", () => {
		expect(first("rehearse", null)).toMatchObject({ to: "/guide/rehearsal" });
		expect(names("guide", null)).toEqual(["Guide: Pots"]);
	});
	it("finds nothing for what is not there", () => {
		expect(names("zeppelin")).toEqual([]);
	});
});
