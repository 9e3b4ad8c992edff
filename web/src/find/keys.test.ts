import { expect, it } from "vitest";
import { keysAt } from "./keys";

const named = (pathname: string) => keysAt(pathname).map(([keys]) => keys);

it("names what is special to a place before what goes everywhere", () => {
	expect(named("/loaf/1/top")[0]).toContain("motif");
	expect(named("/loaf/1")[0]).toContain("column");
	expect(named("/loaf/1/notes")[0]).toBe("Ctrl Z");
	expect(named("/season")[0]).toBe("Ctrl K or /");
	for (const place of ["/", "/loaf/1", "/loaf/1/look"]) expect(named(place)).toContain("?");
});

it("says no key twice in one place", () => {
	for (const place of ["/", "/loaf/1", "/loaf/1/top", "/loaf/1/look", "/loaf/1/cut"])
		expect(new Set(named(place)).size).toBe(named(place).length);
});
