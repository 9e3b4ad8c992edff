import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { sessionQuery } from "../api/queries";
import { fixed, goByHouse, USUAL } from "../ui/counting";
import { UnitsProvider } from "../ui/UnitsContext";
import { HouseFields } from "./HouseFields";

const asked: unknown[] = [];
vi.mock("../api/queries", async (original) => ({
	...(await original<typeof import("../api/queries")>()),
	saveHouse: async (house: object) => {
		asked.push(house);
		return house;
	},
}));
afterEach(() => {
	cleanup();
	asked.length = 0;
	goByHouse(USUAL);
});

function show() {
	const queries = new QueryClient();
	queries.setQueryData(sessionQuery.queryKey, {
		name: "maker",
		demo: false,
		toured: true,
		now: "2027-03-05T10:00:00Z",
		house: USUAL,
	});
	render(
		<QueryClientProvider client={queries}>
			<UnitsProvider>
				<HouseFields />
			</UnitsProvider>
		</QueryClientProvider>,
	);
	return queries;
}

it("keeps a choice as it is made, says so, and writes numbers so from then on", async () => {
	const queries = show();
	fireEvent.change(screen.getByLabelText("Numbers"), { target: { value: "comma" } });
	await screen.findByText("Saved.");
	expect(asked).toEqual([{ ...USUAL, decimal: "comma" }]);
	expect(queries.getQueryData(sessionQuery.queryKey)?.house.decimal).toBe("comma");
	expect(fixed(2.5, 1)).toBe("2,5");
});

it("shows the money that goes with the units until another is chosen", async () => {
	show();
	expect(screen.getByLabelText("Currency")).toHaveProperty("value", "€");
	fireEvent.change(screen.getByLabelText("Units"), { target: { value: "us" } });
	await waitFor(() => expect(screen.getByLabelText("Currency")).toHaveProperty("value", "$"));
	fireEvent.change(screen.getByLabelText("Units"), { target: { value: "metric" } });
});

it("asks for nothing while the room's warmth is no number", () => {
	show();
	fireEvent.change(screen.getByLabelText(/Room temperature/), { target: { value: "warm" } });
	expect(screen.getByRole("alert")).toHaveProperty("textContent", "“warm” is no number.");
	expect(asked).toEqual([]);
});
