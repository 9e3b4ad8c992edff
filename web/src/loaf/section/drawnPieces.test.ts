import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import type { LivePlan } from "../editor/useLivePlan";
import { drawnPieces } from "./drawnPieces";

const embed = (id: string, across_mm: number, up_mm = 30, from_mm = 0) => ({ id, across_mm, up_mm, from_mm });
const loaf = (...embeds: object[]) => ({ embeds }) as unknown as Loaf;
const live = (of: Loaf, ...ids: string[]) =>
	({ of, plan: { embeds: ids.map((id) => ({ id })) } }) as unknown as LivePlan;

describe("drawnPieces", () => {
	it("moves a piece by what the hand has changed since it was planned", () => {
		const planned = loaf(embed("rod", 0));
		const [drawn] = drawnPieces(loaf(embed("rod", 7, 25, 10)), live(planned, "rod"));
		expect(drawn).toMatchObject({ across: 7, up: -5, along: 10 });
	});

	it("leaves out what was taken away, and what is not planned yet", () => {
		const planned = loaf(embed("gone", 0), embed("rod", 0));
		const now = loaf(embed("rod", 0), embed("new", 0));
		expect(drawnPieces(now, live(planned, "gone", "rod")).map(({ piece }) => piece.id)).toEqual(["rod"]);
	});
});
