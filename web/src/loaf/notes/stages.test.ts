import { describe, expect, it } from "vitest";
import { emptyOutcome, nextStage } from "./stages";

describe("the moments of a loaf", () => {
	it("asks for the first that nothing is written of", () => {
		expect(nextStage([])).toBe("unmoulded");
		expect(nextStage([emptyOutcome("unmoulded", "2026-05-01")])).toBe("cut");
		expect(nextStage([emptyOutcome("cut", "2026-05-01")])).toBe("unmoulded");
	});

	it("stays at the last once all are written", () => {
		const all = (["unmoulded", "cut", "one week", "cured"] as const).map((stage) =>
			emptyOutcome(stage, "2026-05-01"),
		);
		expect(nextStage(all)).toBe("cured");
	});
});
