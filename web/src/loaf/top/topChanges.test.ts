import { describe, expect, it } from "vitest";
import type { Loaf } from "../../api/types";
import {
	addFrosting,
	addRun,
	letGo,
	moveMotif,
	moveTo,
	otherMotif,
	patchRun,
	pinPiece,
	putBack,
	removeRun,
	topOf,
} from "./topChanges";

const empty = { colours: [{ id: "plain" }], frosting: null } as unknown as Loaf;

describe("the top's changes", () => {
	it("begins with a run and its tip, and ends with none", () => {
		const one = addFrosting(empty);
		expect(one.frosting?.runs[0]?.tip).toBe(one.frosting?.tips[0]?.id);
		const two = addRun(one);
		expect(two.frosting?.runs.map((run) => run.id)).toEqual(["run", "run-2"]);
		expect(removeRun("run")(two).frosting?.runs.map((run) => run.id)).toEqual(["run-2"]);
		expect(removeRun("run-2")(removeRun("run")(two)).frosting).toBeNull();
	});

	it("calls a run by its motif until a hand has named it", () => {
		const two = addRun(addFrosting(empty));
		expect(two.frosting?.runs.map((run) => run.name)).toEqual(["Stars and kisses", "Stars and kisses 2"]);
		const leaves = otherMotif("run-2", "leaf", "Stars and kisses", "Leaves")(two);
		expect(leaves.frosting?.runs[1]).toMatchObject({ name: "Leaves", motif: { kind: "leaf" } });
		const own = patchRun("run", { name: "Eaves" })(leaves);
		expect(otherMotif("run", "leaf", "Stars and kisses", "Leaves")(own).frosting?.runs[0]?.name).toBe(
			"Eaves",
		);
	});

	it("moves a thing to a place of the list, and keeps the others as they were", () => {
		const order = ["pipe.run", "strew.bead", "finish.mist"];
		expect(topOf(moveTo(order, "finish.mist", 0)(empty)).order).toEqual([
			"finish.mist",
			"pipe.run",
			"strew.bead",
		]);
		expect(topOf(moveTo(order, "pipe.run", 9)(empty)).order).toEqual([
			"strew.bead",
			"finish.mist",
			"pipe.run",
		]);
	});

	it("moves a motif once, and puts one or all back", () => {
		const one = addFrosting(empty);
		const movedOf = (loaf: Loaf) => loaf.frosting?.runs[0]?.moved;
		const moved = moveMotif("run", 4, 7.77, 31)(moveMotif("run", 4, 1, 2)(moveMotif("run", 2, 0, 9)(one)));
		expect(movedOf(moved)).toEqual([
			{ number: 2, x: 0, y: 9 },
			{ number: 4, x: 7.8, y: 31 },
		]);
		expect(movedOf(putBack("run", 2)(moved))).toEqual([{ number: 4, x: 7.8, y: 31 }]);
		expect(movedOf(putBack("run")(moved))).toEqual([]);
	});

	it("pins a piece once, moves it, and lets it go", () => {
		const moved = pinPiece("bead", 3, 4.44, 5)(pinPiece("bead", 3, 1, 2)(empty));
		expect(topOf(moved).scatter.pins).toEqual([{ pieces: "bead", number: 3, x: 4.4, y: 5 }]);
		expect(topOf(letGo("bead", 3)(moved)).scatter.pins).toEqual([]);
	});
});
