import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Loaf, OfferedColourant } from "../../api/types";
import { UnitsProvider } from "../../ui/UnitsContext";

const editor = vi.hoisted(() => ({ current: {} as Record<string, unknown> }));
vi.mock("../editor/EditorContext", () => ({ useEditor: () => editor.current }));
const STAGES = ["oils", "after trace", "last"].map((kind) => ({ kind, label: kind, help: "", defaults: {} }));
vi.mock("../../api/useCatalogue", async (real) => ({
	...(await real<typeof import("../../api/useCatalogue")>()),
	useCatalogue: () => STAGES,
}));

import { WholePots } from "./WholePots";

const jars = [{ key: "white", name: "White", low: 0.5 }] as OfferedColourant[];
const start = {
	colours: [{ id: "red", scent: { blend: "tea", percent_of_oils: 3 } }],
	blends: [{ id: "tea", name: "Tea", parts: [] }],
} as unknown as Loaf;

function Place() {
	const [document, setDocument] = useState(start);
	editor.current = {
		document,
		edit: (make: (loaf: Loaf) => Loaf) => setDocument(make),
		live: {
			plan: {
				pots: [
					{ id: "cast-a", name: "Lantern" },
					{ id: "loaf", name: "Row" },
				],
			},
		},
	};
	return (
		<UnitsProvider>
			<WholePots jars={jars} />
			<output data-testid="told">{JSON.stringify(document.whole_pots ?? [])}</output>
		</UnitsProvider>
	);
}

const told = () => JSON.parse(screen.getByTestId("told").textContent ?? "");
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("into a whole pot", () => {
	it("begins with the loaf's own, then with the others, until there is none left", () => {
		render(<Place />);
		press("Colour or scent a whole pot");
		press("Colour or scent a whole pot");
		expect(told().map((item: { pot: string }) => item.pot)).toEqual(["loaf", "cast-a"]);
		expect(screen.queryByRole("button", { name: "Colour or scent a whole pot" })).toBeNull();
		press("Remove what goes into all of Row");
		expect(told().map((item: { pot: string }) => item.pot)).toEqual(["cast-a"]);
	});
	it("asks where colours and scent go only where there are some, and says whose scent is left out", () => {
		render(<Place />);
		press("Colour or scent a whole pot");
		expect(screen.queryByLabelText("Colours go into")).toBeNull();
		press("Add colourant");
		fireEvent.change(screen.getByLabelText("Colours go into"), { target: { value: "oils" } });
		expect(screen.queryByText(/none of their colours' own/)).toBeNull();
		fireEvent.change(screen.getByLabelText("Scent"), { target: { value: "tea" } });
		expect(screen.getByText(/none of their colours' own/)).toBeTruthy();
		expect(within(screen.getByLabelText("Scent goes into")).getAllByRole("option")).toHaveLength(2);
		expect(told()[0]).toEqual({
			pot: "loaf",
			colourants: [{ colourant: "white", g_per_kg: 1 }],
			colourants_into: "oils",
			scent: { blend: "tea", percent_of_oils: 3 },
			scent_into: "after trace",
		});
		fireEvent.change(screen.getByLabelText("Scent"), { target: { value: "" } });
		expect(told()[0].scent).toBeNull();
	});
});
