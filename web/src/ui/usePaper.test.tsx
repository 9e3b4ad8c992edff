import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { UnitsProvider, useUnits } from "./UnitsContext";
import { doseRange } from "./units";
import { usePaper } from "./usePaper";

beforeEach(() => localStorage.clear());
afterEach(cleanup);

const papers = () =>
	renderHook(() => ({ ...usePaper(), units: useUnits() }), { wrapper: UnitsProvider }).result;

describe("the paper to print on", () => {
	it("is the one at hand until another is chosen", () => {
		const result = papers();
		expect(result.current.paper).toBe("A4");
		act(() => result.current.choose("Letter"));
		expect(result.current.paper).toBe("Letter");
	});
	it("is Letter alone in a US studio, whatever was chosen before", () => {
		const result = papers();
		act(() => result.current.choose("A4"));
		act(() => result.current.units.choose("us"));
		expect(result.current.paper).toBe("Letter");
		expect(result.current.papers).toEqual([["Letter", "Letter"]]);
		act(() => result.current.units.choose("metric"));
		expect(result.current.paper).toBe("A4");
	});
});

describe("a usual range of doses", () => {
	it.each([
		[5, 30, "metric", "5 to 30 g/kg"],
		[0.1, 1, "metric", "0.1 to 1 g/kg"],
		[5, 30, "us", "0.08 to 0.48 oz/lb"],
		[0.1, 1, "us", "0.0016 to 0.016 oz/lb"],
	] as const)("of %s to %s is said once with its unit in %s", (low, high, units, says) => {
		expect(doseRange(low, high, units)).toBe(says);
	});
});
