import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { DateField } from "./day/DateField";
import { CheckField, MaybeNumberField, NotesField, NumberField, SelectField } from "./fields";
import { PercentRows } from "./PercentRows";
import { UnitsProvider, useUnits } from "./UnitsContext";

beforeEach(() => localStorage.clear());
afterEach(cleanup);

function Length({ start }: { start: number }) {
	const [value, setValue] = useState(start);
	const { choose } = useUnits();
	return (
		<>
			<NumberField label="Length" quantity="length" value={value} onChange={setValue} />
			<output>{value}</output>
			<button type="button" onClick={() => choose("us")}>
				inches
			</button>
		</>
	);
}

const field = () => screen.getByRole<HTMLInputElement>("textbox");
const shown = (text: string) => expect(screen.getByRole("status").textContent).toBe(text);

describe("NumberField", () => {
	it("shows the user's unit and hands on the core's", () => {
		render(
			<UnitsProvider>
				<Length start={254} />
			</UnitsProvider>,
		);
		expect(field().value).toBe("254");
		fireEvent.click(screen.getByRole("button", { name: "inches" }));
		expect(field().value).toBe("10");
		fireEvent.change(field(), { target: { value: "5" } });
		shown("127");
		expect(localStorage.getItem("archtop.units")).toBe("us");
	});

	it("leaves the number alone while it is half typed, and shows it again afterwards", () => {
		render(
			<UnitsProvider>
				<Length start={30} />
			</UnitsProvider>,
		);
		fireEvent.change(field(), { target: { value: "" } });
		shown("30");
		fireEvent.blur(field());
		expect(field().value).toBe("30");
	});
});

describe("a number as it is typed", () => {
	const type = (text: string) => fireEvent.change(field(), { target: { value: text } });
	const lengthField = () =>
		render(
			<UnitsProvider>
				<Length start={30} />
			</UnitsProvider>,
		);

	it("takes a comma for what it is, and says so under the field", () => {
		lengthField();
		type("7,5");
		shown("7.5");
		expect(screen.getByText("= 7.5 mm")).toBeTruthy();
		expect(field().value).toBe("7,5");
		type("1 1/2 in");
		shown("38.1");
		fireEvent.blur(field());
		expect(field().value).toBe("38.1");
	});

	it("asks where it could be two numbers, and hands on neither until it is told", () => {
		lengthField();
		type("1,250");
		shown("30");
		expect(field().getAttribute("aria-invalid")).toBe("true");
		fireEvent.blur(field());
		expect(field().value).toBe("1,250");
		fireEvent.click(screen.getByRole("button", { name: "1250 mm" }));
		shown("1250");
		expect(field().getAttribute("aria-invalid")).toBeNull();
	});

	it("keeps what is no number, says why, and changes nothing", () => {
		lengthField();
		for (const [text, why] of [
			["7,5,2", /two decimal signs/],
			["9 g", /measures a weight/],
			["far", /is no number/],
		] as const) {
			type(text);
			fireEvent.blur(field());
			expect(field().value).toBe(text);
			expect(screen.getByRole("alert").textContent).toMatch(why);
			shown("30");
		}
		const described = document.getElementById(field().getAttribute("aria-describedby") ?? "");
		expect(described?.textContent).toMatch(/is no number/);
	});

	it("is moved by the arrow keys", () => {
		lengthField();
		fireEvent.keyDown(field(), { key: "ArrowUp" });
		shown("31");
		fireEvent.keyDown(field(), { key: "ArrowDown" });
		fireEvent.keyDown(field(), { key: "ArrowDown" });
		shown("29");
	});
});

describe("PercentRows", () => {
	it("changes, adds and takes out rows, but never the last", () => {
		const seen: unknown[] = [];
		const options = [
			["a", "Alpha"],
			["b", "Beta"],
		] as const;
		const rows = [
			{ key: "a", percent: 60 },
			{ key: "b", percent: 40 },
		];
		const { rerender } = render(
			<UnitsProvider>
				<PercentRows what="Part" rows={rows} options={options} onChange={(next) => seen.push(next)} />
			</UnitsProvider>,
		);
		fireEvent.change(screen.getByLabelText("Part 1"), { target: { value: "b" } });
		fireEvent.click(screen.getByRole("button", { name: "Remove Part 2" }));
		expect(seen).toEqual([
			[
				{ key: "b", percent: 60 },
				{ key: "b", percent: 40 },
			],
			[{ key: "a", percent: 60 }],
		]);
		rerender(
			<UnitsProvider>
				<PercentRows what="Part" rows={rows.slice(0, 1)} options={options} onChange={() => {}} />
			</UnitsProvider>,
		);
		expect(screen.getByRole<HTMLButtonElement>("button", { name: "Remove Part 1" }).disabled).toBe(true);
	});
});

function Maybe({ start }: { start: number | null }) {
	const [value, setValue] = useState(start);
	return (
		<UnitsProvider>
			<MaybeNumberField
				label="Level"
				quantity="length"
				value={value}
				placeholder="planned 60 mm"
				onChange={setValue}
			/>
			<output>{value === null ? "none" : value}</output>
		</UnitsProvider>
	);
}

describe("MaybeNumberField", () => {
	it("is none until something is typed, and none again once it is emptied", () => {
		render(<Maybe start={null} />);
		expect(field().value).toBe("");
		expect(field().placeholder).toBe("planned 60 mm");
		fireEvent.change(field(), { target: { value: "57.5" } });
		shown("57.5");
		fireEvent.change(field(), { target: { value: "" } });
		shown("none");
	});
});

describe("fields without a unit", () => {
	it("choose, tell a day or none, tick, and take words", () => {
		const told: unknown[] = [];
		const tell = (value: unknown) => told.push(value);
		render(
			<>
				<SelectField
					label="Went"
					value="dough"
					options={[
						["dough", "dough"],
						["shreds", "shreds"],
					]}
					onChange={tell}
				/>
				<DateField label="On" value="2027-03-05" onChange={tell} />
				<CheckField label="Gelled" checked={false} onChange={tell} />
				<NotesField label="Notes" value="" onChange={tell} />
			</>,
		);
		fireEvent.change(screen.getByLabelText("Went"), { target: { value: "shreds" } });
		fireEvent.change(screen.getByLabelText("On"), { target: { value: "2027-03-06" } });
		fireEvent.change(screen.getByLabelText("On"), { target: { value: "" } });
		fireEvent.click(screen.getByLabelText("Gelled"));
		fireEvent.change(screen.getByLabelText("Notes"), { target: { value: "A wren sang." } });
		expect(told).toEqual(["shreds", "2027-03-06", null, true, "A wren sang."]);
	});
});

describe("every field of the house", () => {
	it("is one of these: none is made by hand elsewhere", () => {
		const sources = import.meta.glob<string>("../**/*.tsx", {
			query: "?raw",
			import: "default",
			eager: true,
		});
		const byHand = Object.entries(sources)
			.filter(([file]) => !file.startsWith("./") && !file.includes(".test."))
			.filter(([, text]) => /<(input|select|textarea)\b/.test(text))
			.map(([file]) => file);
		expect(Object.keys(sources).length).toBeGreaterThan(200);
		expect(byHand).toEqual([]);
	});
});
