import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { goByHouse, USUAL } from "../counting";
import { DateField } from "./DateField";
import { MomentInput } from "./MomentInput";

beforeEach(() => {
	localStorage.clear();
	goByHouse({ ...USUAL });
});
afterEach(cleanup);

function Day({ start, max }: { start: string | null; max?: string }) {
	const [day, setDay] = useState<string | null>(start);
	return (
		<>
			<DateField label="Pour on" value={day} max={max} onChange={setDay} />
			<output>{day ?? "none"}</output>
		</>
	);
}

const field = () => screen.getByLabelText<HTMLInputElement>("Pour on");
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });
const told = () => screen.getByRole("status").textContent;

describe("a day typed", () => {
	it("is written as the studio writes it", () => {
		render(<Day start="2026-12-05" />);
		expect(field().value).toBe("5 Dec 2026");
		cleanup();
		goByHouse({ ...USUAL, dates: "month first" });
		render(<Day start="2026-12-05" />);
		expect(field().value).toBe("Dec 5, 2026");
		type("3/4/2027");
		expect(told()).toBe("2027-03-04");
	});

	it("is handed on once it is whole, and else when the hand leaves it", () => {
		render(<Day start="2026-12-05" />);
		type("7.1.27");
		expect(told()).toBe("2026-12-05");
		expect(screen.getByText("= Thu 7 Jan 2027")).toBeTruthy();
		fireEvent.blur(field());
		expect(told()).toBe("2027-01-07");
		expect(field().value).toBe("7 Jan 2027");
	});

	it("that is none says so at its field, and nothing is lost", () => {
		render(<Day start="2026-12-05" />);
		type("31 Feb");
		expect(screen.queryByRole("alert")).toBeNull();
		fireEvent.blur(field());
		expect(screen.getByRole("alert").textContent).toMatch(/^That is no day\. Type it like /);
		expect(field().getAttribute("aria-invalid")).toBe("true");
		expect(field().value).toBe("31 Feb");
		expect(told()).toBe("2026-12-05");
	});

	it("may be taken away, moves by arrow keys and keeps to its latest", () => {
		render(<Day start="2026-12-30" max="2026-12-31" />);
		fireEvent.keyDown(field(), { key: "ArrowUp" });
		fireEvent.keyDown(field(), { key: "ArrowUp" });
		expect(told()).toBe("2026-12-31");
		fireEvent.keyDown(field(), { key: "ArrowDown" });
		expect(told()).toBe("2026-12-30");
		type("2027-02-01");
		expect(screen.getByRole("alert").textContent).toBe("It is 31 Dec 2026 at the latest.");
		expect(told()).toBe("2026-12-30");
		type("");
		expect(told()).toBe("none");
	});
});

function Moment() {
	const [at, setAt] = useState("2026-12-05T18:00");
	return (
		<>
			<MomentInput label="From" value={at} onChange={setAt} />
			<output>{at}</output>
		</>
	);
}

describe("a moment", () => {
	it("is a day and a time, each typed by itself", () => {
		render(<Moment />);
		fireEvent.change(screen.getByLabelText("From: day"), { target: { value: "2026-12-07" } });
		expect(told()).toBe("2026-12-07T18:00");
		const time = screen.getByLabelText<HTMLInputElement>("From: time");
		fireEvent.change(time, { target: { value: "7" } });
		fireEvent.blur(time);
		expect(told()).toBe("2026-12-07T07:00");
		fireEvent.change(time, { target: { value: "25:00" } });
		fireEvent.blur(time);
		expect(screen.getByRole("alert").textContent).toBe("Type it like 18:00.");
		expect(told()).toBe("2026-12-07T07:00");
	});
});
