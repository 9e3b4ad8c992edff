import { describe, expect, it } from "vitest";
import { guideFor } from "./guideFor";
import { PAGES } from "./pages";

describe("the guide's page for a place", () => {
	it.each([
		["/", "/guide/loaves"],
		["/season", "/guide/season"],
		["/bench", "/guide/today"],
		["/loaf/abc", "/guide/section"],
		["/loaf/abc/pots", "/guide/pots"],
		["/notebook/things/scent/x", "/guide/notebook"],
		["/elsewhere", "/guide"],
	])("%s: %s", (path, page) => {
		expect(guideFor(path)).toBe(page);
	});

	it("exists for every place of a loaf", () => {
		const keys = PAGES.map((page) => page.key);
		for (const place of [
			"section",
			"formula",
			"colours",
			"top",
			"pots",
			"order",
			"bench",
			"rehearsal",
			"cut",
			"notes",
		])
			expect(keys).toContain(guideFor(`/loaf/x/${place}`).split("/").at(-1));
	});
});
