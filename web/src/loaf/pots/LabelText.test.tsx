import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { LabelText } from "./LabelText";

afterEach(cleanup);

const line = (inci: string, place: "by weight" | "any order" | "colourants") => ({ inci, percent: 1, place });

describe("the draft of a label", () => {
	it("says from which name on the order is free", () => {
		const lines = [
			line("Sodium Olivate", "by weight"),
			line("Aqua", "by weight"),
			line("Silk", "any order"),
			line("Mica", "colourants"),
			line("CI 77891", "colourants"),
		];
		render(<LabelText label={{ lines, text: lines.map((item) => item.inci).join(", "), caution: "" }} />);
		expect(screen.getByText("Sodium Olivate, Aqua, Silk, Mica, CI 77891")).toBeTruthy();
		expect(screen.getAllByRole("definition").map((item) => item.textContent)).toEqual([
			"Sodium Olivate to Aqua (2)",
			"Silk (1)",
			"Mica to CI 77891 (2)",
		]);
	});
	it("leaves out what there is none of", () => {
		render(<LabelText label={{ lines: [line("Aqua", "by weight")], text: "Aqua", caution: "" }} />);
		expect(screen.getAllByRole("definition")).toHaveLength(1);
	});
});
