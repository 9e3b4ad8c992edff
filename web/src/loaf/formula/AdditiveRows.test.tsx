import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { AdditiveDose, OfferedAdditive } from "../../api/types";
import { UnitsProvider } from "../../ui/UnitsContext";

const STAGES = [
	["lye water", "The water, before the lye"],
	["cooled lye", "The cooled lye"],
	["after trace", "The batter, once it holds together"],
	["last", "The batter, at the very last"],
].map(([kind, label]) => ({ kind, label, help: "", defaults: {} }));
vi.mock("../../api/useCatalogue", async (real) => ({
	...(await real<typeof import("../../api/useCatalogue")>()),
	useCatalogue: () => STAGES,
}));

import { AdditiveRows } from "./AdditiveRows";

const lactate = {
	key: "lactate",
	name: "Lactate",
	low: 10,
	high: 30,
	pace: 0,
	heat: 0,
	note: "Firmer.",
	places: ["cooled lye", "lye water"],
	bowl_places: [],
} as unknown as OfferedAdditive;
const honey = {
	...lactate,
	key: "honey",
	name: "Honey",
	low: 5,
	high: 20,
	pace: 2,
	heat: 2,
	note: "",
	own: true,
	places: ["after trace", "last"],
	bowl_places: ["after trace", "last"],
} as unknown as OfferedAdditive;

function Rows({ start = [], bowl }: { start?: AdditiveDose[]; bowl?: boolean }) {
	const [doses, setDoses] = useState(start);
	return (
		<UnitsProvider>
			<AdditiveRows
				title="What else"
				doses={doses}
				additives={[lactate, honey]}
				bowl={bowl ?? false}
				onChange={setDoses}
			/>
			<output data-testid="told">{JSON.stringify(doses)}</output>
		</UnitsProvider>
	);
}

const told = () => JSON.parse(screen.getByTestId("told").textContent ?? "");
const options = (label: string) =>
	[...(screen.getByLabelText(label) as HTMLSelectElement).options].map((option) => option.text);

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("what else goes in", () => {
	it("begins at the low usual dose of what is chosen, and changes with the choice", () => {
		render(<Rows />);
		fireEvent.click(screen.getByRole("button", { name: "Add an additive" }));
		expect(told()).toEqual([{ additive: "lactate", amount: 10, unit: "g per kg oils", stage: null }]);
		fireEvent.change(screen.getByLabelText("Addition"), { target: { value: "honey" } });
		expect(told()[0]).toMatchObject({ additive: "honey", amount: 5, stage: null });
		expect(screen.getByText(/thickens much sooner; warms strongly \(your own\)/)).toBeTruthy();
	});
	it("goes where it may go, and nowhere else", () => {
		render(<Rows start={[{ additive: "lactate", amount: 10, unit: "g per kg oils" }]} />);
		expect(options("Goes into")).toEqual(["The water, before the lye", "The cooled lye"]);
		expect((screen.getByLabelText("Goes into") as HTMLSelectElement).value).toBe("cooled lye");
		fireEvent.change(screen.getByLabelText("Goes into"), { target: { value: "lye water" } });
		expect(told()[0].stage).toBe("lye water");
	});
	it("goes into a single bowl only if it may go in late", () => {
		render(<Rows bowl />);
		fireEvent.click(screen.getByRole("button", { name: "Into this bowl only" }));
		expect(told()[0].additive).toBe("honey");
		expect(options("Addition")).toEqual(["Honey"]);
		fireEvent.click(screen.getByRole("button", { name: "Remove Honey" }));
		expect(told()).toEqual([]);
	});
	it("is said by the pound in a US studio, and in spoons as it was written", () => {
		localStorage.setItem("archtop.units", "us");
		render(<Rows start={[{ additive: "honey", amount: 5, unit: "g per kg oils" }]} />);
		const amount = screen.getByRole("textbox", { name: /^Amount/ }) as HTMLInputElement;
		expect(amount.value).toBe("0.08");
		expect(screen.getByText(/Usually 0.08 to 0.32 oz\/lb/)).toBeTruthy();
		fireEvent.change(amount, { target: { value: "0,16" } });
		expect(told()[0].amount).toBe(10);
		fireEvent.change(screen.getByLabelText("Said in"), { target: { value: "tsp per lb oils" } });
		expect((screen.getByRole("textbox", { name: /^Amount/ }) as HTMLInputElement).value).toBe("10");
	});
});
