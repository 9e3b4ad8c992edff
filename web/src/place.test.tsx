import { QueryClient, queryOptions } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import { Suspense } from "react";
import { createRoutesFromElements, Outlet, Route } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { askFor, fetchAhead, held, place } from "./place";

const Hall = () => (
	<div>
		<h1>Hall</h1>
		<Outlet />
	</div>
);
const Corner = () => <p>the corner</p>;
const within = (what: React.ReactNode) => render(<Suspense fallback="Opening…">{what}</Suspense>);

afterEach(cleanup);

test("what is here already stands at once, what is not says that it comes", async () => {
	const load = vi.fn(async () => ({ Corner }));
	const Here = place(load, "Corner", { when: "when asked for" });
	const Later = place(async () => ({ Corner }), "Corner", { when: "when asked for" });
	const routes = createRoutesFromElements(<Route path="corner" element={<Here />} />);
	await askFor(routes, "/corner", new QueryClient()).files;

	within(<Here />);
	expect(screen.getByText("the corner")).toBeTruthy();
	cleanup();
	within(<Later />);
	expect(screen.getByText("Opening…")).toBeTruthy();
	expect(await screen.findByText("the corner")).toBeTruthy();
	expect(load).toHaveBeenCalledTimes(1);
});

test("what cannot be had says so, and nothing else waits for it", async () => {
	const Gone = place(
		() => Promise.reject(new Error("away")) as Promise<{ Corner: typeof Corner }>,
		"Corner",
		{
			when: "when asked for",
		},
	);
	const routes = createRoutesFromElements(<Route path="gone" element={<Gone />} />);
	await askFor(routes, "/gone", new QueryClient()).files;
	within(<Gone />);
	expect((await screen.findByRole("alert")).textContent).toContain("could not be loaded");
});

test("an address asks for its frames and for what they show, by its own names, and nothing else", async () => {
	const queries = new QueryClient();
	const asked: string[] = [];
	const loaf = (id: string) =>
		queryOptions({
			queryKey: ["loaf", id],
			queryFn: async () => {
				asked.push(id);
				return id;
			},
			gcTime: 0,
		});
	const frame = vi.fn(async () => ({ Hall }));
	const other = vi.fn(async () => ({ Corner }));
	const Frame = place(frame, "Hall", { when: "when asked for", needs: ({ id = "" }) => [held(loaf(id))] });
	const Other = place(other, "Corner", { when: "when asked for" });
	const routes = createRoutesFromElements(
		<>
			<Route path="loaf/:id" element={<Frame />}>
				<Route index element={<p>plain</p>} />
			</Route>
			<Route path="other" element={<Other />} />
		</>,
	);
	const { files, letGo } = askFor(routes, "/loaf/seven", queries);
	await files;
	await vi.waitFor(() => expect(queries.getQueryData(["loaf", "seven"])).toBe("seven"));
	expect(asked).toEqual(["seven"]);
	expect(frame).toHaveBeenCalledTimes(1);
	expect(other).not.toHaveBeenCalled();
	letGo();
	await vi.waitFor(() => expect(queries.getQueryData(["loaf", "seven"])).toBeUndefined());
});

test("nothing is fetched ahead while somebody waits for an answer", async () => {
	const queries = new QueryClient();
	let answer = (_: string) => {};
	const waited = queries.prefetchQuery({
		queryKey: ["slow"],
		queryFn: () => new Promise<string>((resolve) => (answer = resolve)),
	});
	const load = vi.fn(async () => ({ Corner }));
	place(load, "Corner");
	const all = fetchAhead(queries);
	await new Promise((then) => setTimeout(then, 20));
	expect(load).not.toHaveBeenCalled();
	answer("here");
	await Promise.all([waited, all]);
	expect(load).toHaveBeenCalledTimes(1);
});
