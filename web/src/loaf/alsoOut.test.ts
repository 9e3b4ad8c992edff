import { expect, it } from "vitest";
import { alsoOut } from "./alsoOut";

const out = (count: number, more: object) =>
	({ count, weight: { value: 116.5 }, ...more }) as Parameters<typeof alsoOut>[0];

it("calls what comes out of another mould by its name", () => {
	expect(alsoOut(out(12, { cups: true, whole: true }), "metric")).toBe("12 cups of 117 g");
	expect(alsoOut(out(1, { cups: true, whole: true }), "metric")).toBe("1 cup of 117 g");
	expect(alsoOut(out(2, { cups: false, whole: true }), "metric")).toBe("2 pieces of 117 g");
	expect(alsoOut(out(1, { cups: false, whole: false }), "us")).toBe("1 bar of 4.1 oz");
});
