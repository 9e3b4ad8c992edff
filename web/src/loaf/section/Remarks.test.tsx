import { cleanup, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Remark } from "../../api/types";
import { RemarkList } from "./Remarks";

const remark = (text: string): Remark => ({ code: "x", where: text, text, remedy: "Mend it." });
const shown = (...texts: string[]) => render(<RemarkList remarks={texts.map(remark)} />);
const first = () => within(screen.getByRole("list", { name: "Worth knowing" })).getAllByRole("listitem");

afterEach(cleanup);

describe("what is worth knowing", () => {
	it("is nothing where there is nothing, and all of it where it is short", () => {
		expect(shown().container.innerHTML).toBe("");
		shown("One", "Two");
		expect(first()).toHaveLength(2);
		expect(screen.queryByText(/more things/)).toBeNull();
	});
	it("is one line with the rest behind it where it is long, and none is lost", () => {
		shown("One", "Two", "Three", "Four");
		expect(first().map((item) => item.textContent)).toEqual(["One Mend it."]);
		expect(screen.getByText("3 more things worth knowing")).toBeTruthy();
		for (const text of ["Two", "Three", "Four"])
			expect(screen.getByText(text, { exact: false })).toBeTruthy();
	});
});
