import { describe, expect, it } from "vitest";
import { keepWaiting, readWaiting, stepsDone } from "./presses";

describe("stepsDone", () => {
	it("takes an undone step back and puts a step pressed again at the end", () => {
		const done = (step: string) => ({ step, action: "done" as const });
		const undone = (step: string) => ({ step, action: "undone" as const });
		expect(stepsDone([done("a"), done("b"), undone("b")])).toEqual(["a"]);
		expect(stepsDone([done("a"), done("b"), undone("a"), done("a")])).toEqual(["b", "a"]);
	});
});

describe("waiting presses", () => {
	it("come back after a reload, and damaged storage does not stop the bench", () => {
		const press = { press_id: "p", step: "a", action: "done" as const, pressed_at: "2026-12-05T10:00:00Z" };
		keepWaiting("loaf", [press]);
		expect(readWaiting("loaf")).toEqual([press]);
		keepWaiting("loaf", []);
		expect(localStorage.getItem("archtop.bench.loaf")).toBeNull();
		localStorage.setItem("archtop.bench.loaf", "{broken");
		expect(readWaiting("loaf")).toEqual([]);
	});
});
