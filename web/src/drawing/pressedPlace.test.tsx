import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { pressedPlace } from "./pressedPlace";

afterEach(cleanup);

function press(at: { clientX: number; clientY: number; detail: number }) {
	let place: ReturnType<typeof pressedPlace> = null;
	render(
		<button
			type="button"
			onClick={(event) => {
				place = pressedPlace(event);
			}}
		>
			photograph
		</button>,
	);
	const button = screen.getByRole("button");
	vi.spyOn(button, "getBoundingClientRect").mockReturnValue(new DOMRect(100, 50, 400, 200));
	fireEvent.click(button, at);
	return place;
}

it("is told in shares of the photograph", () => {
	expect(press({ clientX: 200, clientY: 200, detail: 1 })).toEqual([0.25, 0.75]);
});

it("stays on the photograph, though its border was pressed", () => {
	expect(press({ clientX: 99, clientY: 251, detail: 1 })).toEqual([0, 1]);
});

it("is none for a press by the keyboard, which has no place", () => {
	expect(press({ clientX: 0, clientY: 0, detail: 0 })).toBeNull();
});
