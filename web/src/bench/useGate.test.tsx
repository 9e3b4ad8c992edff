import { act, renderHook } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Step } from "../api/types";
import type { Bench } from "./benchOf";
import { useGate } from "./useGate";

const AT = Date.parse("2026-11-25T10:00:00Z");
const wait = {
	key: "a.rest",
	do: "wait",
	title: "Let the lye cool",
	asks: "I know: it is cool",
	amounts: [{ key: "rest", unit: "min", value: 60 }],
} as unknown as Step;
const mix = {
	key: "a.mix",
	do: "mix",
	title: "Lye into oils",
	asks: "I know: it is safe",
	amounts: [],
} as unknown as Step;
const plain = { key: "a.late", do: "mix", title: "Stir in", asks: "", amounts: [] } as unknown as Step;

function gateAt(minutesLater: number) {
	const bench = {
		queue: [wait, mix, plain],
		since: new Date(AT).toISOString(),
		press: vi.fn(),
		skip: vi.fn(),
		begin: vi.fn(),
	};
	const now = () => AT + minutesLater * 60_000;
	return { bench, gate: renderHook(() => useGate(bench as unknown as Bench, now)).result };
}

describe("what may hurt is asked once", () => {
	it("asks before a wait is ended with time to go, and goes on at one press", () => {
		const { bench, gate } = gateAt(10);
		act(() => gate.current.bench.press());
		expect(bench.press).not.toHaveBeenCalled();
		expect(gate.current.asked?.why).toBe("Let the lye cool: 50:00 left, an estimate.");
		act(() => gate.current.asked?.go());
		expect(bench.press).toHaveBeenCalledOnce();
		expect(gate.current.asked).toBeNull();
	});
	it("asks nothing once the wait is over", () => {
		const { bench, gate } = gateAt(61);
		act(() => gate.current.bench.press());
		expect(bench.press).toHaveBeenCalledOnce();
	});
	it("asks before a step with a caution is taken first, and leaves it where that was not meant", () => {
		const { bench, gate } = gateAt(10);
		act(() => gate.current.bench.begin("a.mix"));
		expect(gate.current.asked?.why).toContain("“Let the lye cool” comes before “Lye into oils”");
		act(() => gate.current.asked?.leave());
		expect(gate.current.asked).toBeNull();
		expect(bench.begin).not.toHaveBeenCalled();
		act(() => gate.current.bench.begin("a.late"));
		expect(bench.begin).toHaveBeenCalledWith("a.late");
	});
});
