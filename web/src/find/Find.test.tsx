import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter, useLocation } from "react-router";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { loavesQuery } from "../api/queries";
import { lendWhatIsLacking } from "../ui/lacking";
import { Find } from "./Find";

const Where = () => <output data-testid="where">{useLocation().pathname}</output>;

const start = (at: string) => {
	const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY } } });
	queries.setQueryData(loavesQuery.queryKey, [{ id: "a", name: "Lantern Row" }] as never);
	render(
		<QueryClientProvider client={queries}>
			<MemoryRouter initialEntries={[at]}>
				<Find />
				<input aria-label="A field" />
				<Where />
			</MemoryRouter>
		</QueryClientProvider>,
	);
};
const where = () => screen.getByTestId("where").textContent;
const PATIENT = { timeout: 60_000 };
const field = () => screen.findByRole("combobox", { name: /Find a loaf/ }, PATIENT);

// Its file is here before anybody asks, as it is once a page stands: how fast it comes is not what is tested.
beforeAll(lendWhatIsLacking);
beforeAll(async () => void (await import("./FindBox")), PATIENT.timeout);
afterEach(cleanup);
vi.setConfig({ testTimeout: 90_000 });

describe("the find box", () => {
	it("opens by Ctrl K and leads by keys alone to what was looked for", async () => {
		start("/loaf/a/pots");
		fireEvent.keyDown(window, { key: "k", ctrlKey: true });
		const typed = await field();
		fireEvent.change(typed, { target: { value: "guide" } });
		const first = typed.getAttribute("aria-activedescendant");
		fireEvent.keyDown(typed, { key: "ArrowDown" });
		expect(typed.getAttribute("aria-activedescendant")).not.toBe(first);
		fireEvent.change(typed, { target: { value: "rehearse" } });
		expect(screen.getAllByRole("option")[0]?.getAttribute("aria-selected")).toBe("true");
		fireEvent.keyDown(typed, { key: "Enter" });
		expect(where()).toBe("/loaf/a/rehearsal");
		expect(screen.queryByRole("dialog")).toBeNull();
	});

	it("says where nothing answers, and goes nowhere then", async () => {
		start("/shelf");
		fireEvent.keyDown(window, { key: "/" });
		const typed = await field();
		fireEvent.change(typed, { target: { value: "zeppelin" } });
		expect(screen.getByText("Nothing answers to that.")).toBeTruthy();
		fireEvent.keyDown(typed, { key: "Enter" });
		expect(where()).toBe("/shelf");
	});

	it("lists the keys of a place, and closes by its button or by Escape", async () => {
		start("/loaf/a/top");
		for (const close of [
			() => fireEvent.click(screen.getByRole("button", { name: "Close" })),
			() => fireEvent.keyDown(screen.getByRole("dialog"), { key: "Escape" }),
		]) {
			fireEvent.keyDown(window, { key: "?" });
			const box = await screen.findByRole("dialog", { name: "Keys" }, PATIENT);
			expect(box.textContent).toContain("on a piece or a motif");
			close();
			expect(screen.queryByRole("dialog")).toBeNull();
		}
		fireEvent.keyDown(screen.getByLabelText("A field"), { key: "?" });
		expect(screen.queryByRole("dialog")).toBeNull();
	});

	it("leaves a stroke to the field that somebody types it into", () => {
		start("/");
		fireEvent.keyDown(screen.getByLabelText("A field"), { key: "/" });
		expect(screen.queryByRole("dialog")).toBeNull();
	});
});
