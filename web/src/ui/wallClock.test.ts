import { afterEach, expect, test } from "vitest";
import { goBy, moment, now } from "./wallClock";

afterEach(() => goBy(new Date().toISOString()));

test("the browser goes by the studio's clock once it was told it", () => {
	const own = Date.parse("2027-03-01T08:00:00Z");
	goBy("2027-03-28T01:59:30Z", own);
	const ahead = now() - Date.now();
	expect(ahead).toBe(Date.parse("2027-03-28T01:59:30Z") - own);
	expect(Math.abs(moment().getTime() - now())).toBeLessThan(1000);
});

test("a difference as long as an answer takes is none", () => {
	goBy(new Date(Date.now() + 2_000).toISOString());
	expect(Math.abs(now() - Date.now())).toBeLessThan(50);
});
