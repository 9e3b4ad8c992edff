import { beforeEach, describe, expect, it } from "vitest";
import { dropWaiting, keepWaiting, readWaiting } from "./outbox";
import { standing } from "./presses";

type Pressed = readonly [string, "done" | "undone" | "skipped" | "begun"];
const log = (...presses: Pressed[]) => standing(presses.map(([step, action]) => ({ step, action })));

describe("standing", () => {
	it("keeps the order of pressing; an undone step is not done", () => {
		expect(log(["a", "done"], ["b", "done"], ["a", "undone"]).done).toEqual(["b"]);
		expect(log(["a", "done"], ["a", "undone"], ["a", "skipped"]).done).toEqual(["a"]);
	});

	it("remembers what was taken up first until it is done or put back", () => {
		expect(log(["c", "begun"]).begun).toBe("c");
		expect(log(["c", "begun"], ["a", "done"]).begun).toBe("c");
		expect(log(["c", "begun"], ["c", "done"])).toEqual({ done: ["c"], begun: null });
		expect(log(["c", "begun"], ["c", "undone"])).toEqual({ done: [], begun: null });
		expect(log(["c", "begun"], ["b", "begun"]).begun).toBe("b");
	});
});

describe("what waits in the browser", () => {
	beforeEach(() => localStorage.clear());

	it("comes back in the order it was put there, room by room", () => {
		for (const press_id of ["z", "a", "m"]) keepWaiting("bench.one", { press_id });
		keepWaiting("bench.two", { press_id: "other" });
		expect(readWaiting("bench.one").map((item) => item.press_id)).toEqual(["z", "a", "m"]);
		dropWaiting("bench.one", "a");
		expect(readWaiting("bench.one").map((item) => item.press_id)).toEqual(["z", "m"]);
		expect(readWaiting("bench.two")).toHaveLength(1);
	});

	it("is not stopped by something cut off", () => {
		localStorage.setItem("archtop.outbox.bench.one.torn", '{"order":');
		keepWaiting("bench.one", { press_id: "a" });
		expect(readWaiting("bench.one").map((item) => item.press_id)).toEqual(["a"]);
		expect(localStorage.getItem("archtop.outbox.bench.one.torn")).toBeNull();
	});
});
