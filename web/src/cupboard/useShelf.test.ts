import { describe, expect, it } from "vitest";
import { keyOf } from "./useShelf";

describe("keyOf", () => {
	it("makes a key the studio takes from any name, and none twice", () => {
		expect(keyOf("Lamp resin, no. 2", [])).toBe("lamp-resin-no-2");
		expect(keyOf("  Été ", [])).toBe("t");
		expect(keyOf("***", [])).toBe("item");
		expect(keyOf("Moss", ["moss", "moss-2"])).toBe("moss-3");
		expect(keyOf("x".repeat(90), []).length).toBeLessThanOrEqual(40);
	});
});
