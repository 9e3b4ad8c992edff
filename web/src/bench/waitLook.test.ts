import { describe, expect, it } from "vitest";
import { waitLook } from "./waitLook";

const since = "2027-03-01T10:00:00Z";
const at = (clock: string) => Date.parse(`2027-03-01T${clock}Z`);

describe("a wait at the bench", () => {
	it("counts down from the press before it", () => {
		expect(waitLook(since, 105, at("10:00:00"))).toEqual({ text: "1:45:00", over: false });
		expect(waitLook(since, 105, at("11:44:51"))).toEqual({ text: "0:09", over: false });
	});

	it("is over on time and says for how long", () => {
		expect(waitLook(since, 5, at("10:05:00"))).toEqual({ text: "0:00", over: true });
		expect(waitLook(since, 5, at("10:07:30"))).toEqual({ text: "2:30", over: true });
	});
});
