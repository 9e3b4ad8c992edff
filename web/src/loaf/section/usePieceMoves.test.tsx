import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Embed, Loaf } from "../../api/types";

const edit = vi.hoisted(() => vi.fn());
const liftHand = vi.hoisted(() => vi.fn());
vi.mock("../editor/EditorContext", () => ({ useEditor: () => ({ edit, liftHand }) }));

import { usePieceMoves } from "./usePieceMoves";

const rod = { id: "rod", across_mm: 2, up_mm: 30, from_mm: 0 } as Embed;
const onSelect = vi.fn();

function Piece({ sideways }: { sideways: "across_mm" | "from_mm" }) {
	return (
		<svg role="presentation">
			<g data-testid="rod" {...usePieceMoves(rod, sideways, 4, onSelect)} />
		</svg>
	);
}

/** The piece after the last edit. */
function moved(): Partial<Embed> | undefined {
	const [make] = edit.mock.lastCall as [(loaf: Loaf) => Loaf];
	return make({ embeds: [rod] } as unknown as Loaf).embeds[0];
}

const piece = () => screen.getByTestId("rod");

beforeEach(() => {
	for (const mock of [edit, liftHand, onSelect]) mock.mockReset();
	// jsdom knows no pointer capture.
	Element.prototype.setPointerCapture = vi.fn();
});
afterEach(cleanup);

describe("usePieceMoves", () => {
	it("moves by a millimetre with the arrows, by ten with shift, and is one stroke until the key is let go", () => {
		render(<Piece sideways="across_mm" />);
		fireEvent.keyDown(piece(), { key: "ArrowLeft" });
		expect(moved()).toMatchObject({ across_mm: 1, up_mm: 30 });
		fireEvent.keyDown(piece(), { key: "ArrowUp", shiftKey: true });
		expect(moved()).toMatchObject({ across_mm: 2, up_mm: 40 });
		expect(edit.mock.calls.map(([, stroke]) => stroke)).toEqual(["move rod", "move rod"]);
		expect(liftHand).not.toHaveBeenCalled();
		fireEvent.keyUp(piece(), { key: "ArrowUp" });
		expect(liftHand).toHaveBeenCalledTimes(1);
	});

	it("leaves other keys alone", () => {
		render(<Piece sideways="across_mm" />);
		expect(fireEvent.keyDown(piece(), { key: "Tab" })).toBe(true);
		fireEvent.keyUp(piece(), { key: "Tab" });
		expect(edit).not.toHaveBeenCalled();
		expect(liftHand).not.toHaveBeenCalled();
	});

	it("follows the pointer in whole millimetres of the drawing, from where it was taken up", () => {
		render(<Piece sideways="from_mm" />);
		fireEvent.pointerDown(piece(), { pointerId: 1, buttons: 1, clientX: 100, clientY: 100 });
		expect(onSelect).toHaveBeenCalled();
		fireEvent.pointerMove(piece(), { pointerId: 1, buttons: 1, clientX: 142, clientY: 81 });
		expect(moved()).toMatchObject({ from_mm: 11, up_mm: 35, across_mm: 2 });
		fireEvent.pointerUp(piece(), { pointerId: 1 });
		edit.mockReset();
		fireEvent.pointerMove(piece(), { pointerId: 1, buttons: 1, clientX: 200, clientY: 81 });
		expect(edit).not.toHaveBeenCalled();
	});

	it("lets go when the pointer is taken away", () => {
		render(<Piece sideways="across_mm" />);
		fireEvent.pointerDown(piece(), { pointerId: 1, buttons: 1, clientX: 0, clientY: 0 });
		fireEvent.pointerCancel(piece(), { pointerId: 1 });
		expect(liftHand).toHaveBeenCalledTimes(1);
		fireEvent.pointerMove(piece(), { pointerId: 1, buttons: 1, clientX: 50, clientY: 0 });
		expect(edit).not.toHaveBeenCalled();
	});
});
