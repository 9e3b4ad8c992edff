import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";

const asked: string[] = [];
let planning = { says: "Looking for a plan that meets every date" as string | null, plans: 0 };
vi.stubGlobal("fetch", async (request: Request) => {
	asked.push(request.method);
	return request.method === "GET" ? Response.json(planning) : new Response(null, { status: 204 });
});
// The door to the server takes the address of a page.
vi.stubGlobal(
	"Request",
	class extends Request {
		constructor(url: string, init?: RequestInit) {
			super(new URL(url, "http://studio.test"), init);
		}
	},
);

afterEach(cleanup);

test("says how far a planning is, and takes the best so far by one press", async () => {
	const { PlanningNow, StopPlanning } = await import("./PlanningNow");
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	render(
		<QueryClientProvider client={queries}>
			<PlanningNow />
			<StopPlanning />
		</QueryClientProvider>,
	);
	expect(screen.getByText(/Planning…/)).toBeTruthy();
	expect(await screen.findByText(/Looking for a plan that meets every date…/)).toBeTruthy();
	expect(screen.getByRole("button", { name: "Stop" })).toBeTruthy();
	planning = { says: "A plan is found; looking for one with fewer sessions", plans: 3 };
	fireEvent.click(await screen.findByRole("button", { name: "Take the best so far" }, { timeout: 5000 }));
	await vi.waitFor(() => expect(asked).toContain("DELETE"));
	await vi.waitFor(() => expect(screen.getByRole("button")).toHaveProperty("disabled", true));
});
