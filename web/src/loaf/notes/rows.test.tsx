import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { Figure, LeftOver, LoafOutcome } from "../../api/types";
import { UnitsProvider, useUnits } from "../../ui/UnitsContext";
import { BarWeights } from "./BarWeights";
import { barsIn } from "./FaultRows";
import { LeftRows } from "./LeftRows";
import { Scores } from "./Scores";

type Weights = NonNullable<LoafOutcome["weights"]>;

beforeEach(() => localStorage.clear());
afterEach(cleanup);

const told = () => JSON.parse(screen.getByTestId("told").textContent ?? "");

function Left({ start }: { start: LeftOver[] }) {
	const [left, setLeft] = useState(start);
	return (
		<UnitsProvider>
			<LeftRows left={left} colours={[]} onChange={setLeft} />
			<output data-testid="told">{JSON.stringify(left)}</output>
		</UnitsProvider>
	);
}

const planned = [170, 172].map((value) => ({ value })) as Figure[];

function Bars({ start = [] }: { start?: Weights }) {
	const [weights, setWeights] = useState<Weights>(start);
	const { choose } = useUnits();
	return (
		<>
			<BarWeights planned={planned} cured={false} fresh={[]} weights={weights} onChange={setWeights} />
			<button type="button" onClick={() => choose("us")}>
				ounces
			</button>
			<output data-testid="told">{JSON.stringify(weights)}</output>
		</>
	);
}

describe("what was left over", () => {
	it("grows by a line, is changed in its place, and loses the line that is taken away", () => {
		render(<Left start={[{ what: "frosting", colour: null, grams: 20, went: "dough" }]} />);
		fireEvent.click(screen.getByRole("button", { name: "Something was left over" }));
		const [, second] = screen.getAllByRole("listitem");
		fireEvent.change(within(second as HTMLElement).getByLabelText("Weight g"), { target: { value: "75" } });
		fireEvent.change(within(second as HTMLElement).getByLabelText("Where it went"), {
			target: { value: "thrown away" },
		});
		expect(told()).toEqual([
			{ what: "frosting", colour: null, grams: 20, went: "dough" },
			{ what: "batter", colour: null, grams: 75, went: "thrown away" },
		]);
		fireEvent.click(screen.getByRole("button", { name: "Remove: 20 g of frosting" }));
		expect(told()).toEqual([{ what: "batter", colour: null, grams: 75, went: "thrown away" }]);
	});

	it("takes no weight of nothing", () => {
		render(<Left start={[{ what: "batter", colour: null, grams: 20, went: "dough" }]} />);
		fireEvent.change(screen.getByLabelText("Weight g"), { target: { value: "0" } });
		expect(told()[0].grams).toBe(20);
	});
});

describe("bars on the scale", () => {
	const show = (start?: Weights) =>
		render(
			<UnitsProvider>
				<Bars start={start} />
			</UnitsProvider>,
		);

	it("shows the plan in grey, keeps the bars in order, and leaves out what is emptied", () => {
		show();
		const first = screen.getByLabelText<HTMLInputElement>("Bar 1");
		expect(first.placeholder).toBe("170");
		fireEvent.change(screen.getByLabelText("Bar 2"), { target: { value: "168" } });
		fireEvent.change(first, { target: { value: "171" } });
		expect(told()).toEqual([
			{ bar: 1, grams: 171 },
			{ bar: 2, grams: 168 },
		]);
		fireEvent.change(first, { target: { value: "" } });
		expect(told()).toEqual([{ bar: 2, grams: 168 }]);
	});

	it("takes ounces where ounces are chosen", () => {
		show();
		fireEvent.click(screen.getByRole("button", { name: "ounces" }));
		fireEvent.change(screen.getByLabelText("Bar 1"), { target: { value: "6" } });
		expect(told()[0].grams).toBeCloseTo(6 * 28.3495, 2);
	});
});

describe("scores", () => {
	it("tell a word, and nothing once it is pressed again", () => {
		const seen: (number | null)[] = [];
		const words = ["none", "a trace"];
		const { rerender } = render(
			<Scores label="Ash" words={words} value={null} onChange={(v) => seen.push(v)} />,
		);
		fireEvent.click(screen.getByRole("button", { name: "a trace" }));
		rerender(<Scores label="Ash" words={words} value={1} onChange={(v) => seen.push(v)} />);
		expect(screen.getByRole("button", { name: "a trace" }).getAttribute("aria-pressed")).toBe("true");
		fireEvent.click(screen.getByRole("button", { name: "a trace" }));
		expect(seen).toEqual([1, null]);
	});
});

describe("bars in a line of text", () => {
	it("are those that there are, each once", () => {
		expect(barsIn("1, 3 5", 10)).toEqual([1, 3, 5]);
		expect(barsIn("2 and 2, 11, 0", 10)).toEqual([2]);
		expect(barsIn("all", 10)).toEqual([]);
	});
});
