import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Embed } from "../../api/types";
import { UnitsProvider } from "../../ui/UnitsContext";

vi.mock("../../api/useCatalogue", async (real) => ({
	...(await real<typeof import("../../api/useCatalogue")>()),
	useCatalogue: () => [],
}));
vi.mock("./OutlineFile", () => ({ OutlineFile: () => null }));

import { OutlineFields } from "./OutlineFields";

type Outline = Embed["outline"];

function Corners() {
	const [outline, setOutline] = useState<Outline>({
		kind: "polygon",
		points: [
			[0, 0],
			[25.4, 0],
			[0, 12.7],
		],
		holes: [],
	} as Outline);
	return (
		<UnitsProvider>
			<OutlineFields outline={outline} onChange={setOutline} />
			<output data-testid="told">{JSON.stringify((outline as { points: number[][] }).points)}</output>
		</UnitsProvider>
	);
}

const told = () => JSON.parse(screen.getByTestId("told").textContent ?? "");
const field = () => screen.getByRole("textbox", { name: /^Corners/ }) as HTMLTextAreaElement;
const type = (value: string) => fireEvent.change(field(), { target: { value } });

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("corners, one to a line", () => {
	it.each([
		["7.5, 0\n20, 0\n0, 9.25"],
		["7,5, 0\n20, 0\n0, 9,25"],
		["7,5; 0\n20; 0\n0; 9,25"],
		["7.5 0\n20 0\n0 9.25"],
	])("are read with point or comma: %j", (text) => {
		render(<Corners />);
		type(text);
		expect(told()).toEqual([
			[7.5, 0],
			[20, 0],
			[0, 9.25],
		]);
		expect(field().value).toBe(text);
	});
	it("stay as typed while they are none yet", () => {
		render(<Corners />);
		type("7,5, 0\n20, x");
		expect(told()[1]).toEqual([25.4, 0]);
		expect(field().value).toBe("7,5, 0\n20, x");
	});
	it("are in inches where those are used", () => {
		localStorage.setItem("archtop.units", "us");
		render(<Corners />);
		expect(screen.getByText(/Corners in in,/)).toBeTruthy();
		expect(field().value).toBe("0, 0\n1, 0\n0, 0.5");
		type("0, 0\n2, 0\n0, 0.5");
		expect(told()[1]).toEqual([50.8, 0]);
	});
});
