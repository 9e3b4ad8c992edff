import { beforeEach, describe, expect, it } from "vitest";
import { dropWaiting, keepWaiting, readWaiting } from "./outbox";
import { stepsDone } from "./presses";

describe("stepsDone", () => {
	it("keeps the order of pressing; an undone step is not done", () => {
		const press = (step: string, action: "done" | "undone") => ({ step, action });
		expect(stepsDone([press("a", "done"), press("b", "done"), press("a", "undone")])).toEqual(["b"]);
		expect(stepsDone([press("a", "done"), press("a", "undone"), press("a", "done")])).toEqual(["a"]);
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
