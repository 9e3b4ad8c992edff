import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Colour, Reach } from "../../api/types";
import { UnitsProvider } from "../../ui/UnitsContext";

const reach = vi.hoisted(() => vi.fn());
const editor = vi.hoisted(() => ({ whole: [] as unknown[] }));
vi.mock("../editor/EditorContext", () => ({
	useEditor: () => ({
		id: "l",
		document: { whole_pots: editor.whole },
		live: {
			plan: {
				pots: [{ id: "loaf", portions: [{ colour: "blue" }] }],
				scales: { fine: { unit: "g", unit_g: 1, digits: 1 } },
			},
		},
	}),
}));
vi.mock("../../api/queries", async (real) => ({
	...(await real<typeof import("../../api/queries")>()),
	reachColour: reach,
	pricesQuery: { queryKey: ["prices"], queryFn: () => ({ currency: "", per_hour: 0, per_kg: {} }) },
}));

import { ColourHelp } from "./ColourHelp";

const option = (colourant: string, cost: number | null, already = false) => ({
	add: [{ colourant, name: colourant, g_per_kg: 4.2857, grams: 0.6, already }],
	gives: { srgb: "#334488", lab: [30, 0, -30] },
	difference: 1.26,
	reached: true,
	cost,
	says: "a very close match",
});
const answer = (more: Partial<Reach>) =>
	reach.mockResolvedValue({
		options: [],
		from_difference: 9,
		reached: true,
		says: "It can be reached.",
		instead: null,
		...more,
	});

const onTake = vi.fn();
const colour = { id: "blue", colourants: [{ colourant: "Blue", g_per_kg: 3 }] } as unknown as Colour;

function shown() {
	render(
		<QueryClientProvider client={new QueryClient()}>
			<UnitsProvider>
				<ColourHelp colour={colour} onTake={onTake} />
			</UnitsProvider>
		</QueryClientProvider>,
	);
	fireEvent.click(screen.getByRole("button", { name: "What to add to get there" }));
}

beforeEach(() => {
	localStorage.clear();
	onTake.mockReset();
	editor.whole = [];
});
afterEach(cleanup);

describe("help towards a colour", () => {
	it("tells grams of this bowl, the dose, how near and what it costs, and adds to what is there", async () => {
		answer({ options: [option("Blue", 0.03, true), option("Black", 0.001)] as Reach["options"] });
		shown();
		expect(await screen.findByText(/€ 0.03 for this bowl/)).toBeTruthy();
		expect(screen.getByText(/Add 0.6 g more of Blue \(4.3 g\/kg\): a very close match/)).toBeTruthy();
		expect(screen.getByText(/under € 0.01 for this bowl/)).toBeTruthy();
		const [first] = screen.getAllByRole("button", { name: "Add it" });
		fireEvent.click(first as HTMLElement);
		const [[doses]] = onTake.mock.calls as [[{ colourant: string; g_per_kg: number }[]]];
		expect(doses).toHaveLength(1);
		expect(doses[0]?.g_per_kg).toBeCloseTo(7.2857);
	});
	it("starts over from a fresh bowl, and says when nothing has a price", async () => {
		answer({
			instead: option("Black", null) as Reach["instead"],
			reached: false,
			says: "It cannot be reached.",
		});
		shown();
		expect(await screen.findByText(/no price known/)).toBeTruthy();
		fireEvent.click(screen.getByRole("button", { name: "Use that" }));
		expect(onTake).toHaveBeenCalledWith([{ colourant: "Black", g_per_kg: 4.2857 }]);
	});
	it("cannot start over in a pot that is coloured as a whole", async () => {
		editor.whole = [{ pot: "loaf", colourants: [{ colourant: "white", g_per_kg: 4 }] }];
		answer({ instead: option("Black", 1) as Reach["instead"] });
		shown();
		expect(await screen.findByText(/needs batter of a pot of its own/)).toBeTruthy();
		expect(screen.queryByRole("button", { name: "Use that" })).toBeNull();
	});
});
