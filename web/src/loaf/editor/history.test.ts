import { describe, expect, it } from "vitest";
import { begin, change, lift, redo, undo } from "./history";

describe("history", () => {
	it("gives back what was there, and forward again", () => {
		const history = change(change(begin("a"), "b"), "c");
		expect(undo(history).present).toBe("b");
		expect(undo(undo(history)).present).toBe("a");
		expect(undo(undo(undo(history))).present).toBe("a");
		expect(redo(undo(history)).present).toBe("c");
	});

	it("counts one stroke as one step, and a lifted hand as the next", () => {
		let history = change(change(begin(0), 1, "drag"), 2, "drag");
		expect(undo(history).present).toBe(0);
		history = change(lift(history), 3, "drag");
		expect(undo(history).present).toBe(2);
	});

	it("forgets the future once something new is done", () => {
		const history = change(undo(change(begin("a"), "b")), "c");
		expect(redo(history).present).toBe("c");
		expect(undo(history).present).toBe("a");
	});
});
