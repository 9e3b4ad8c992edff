import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { LoafOutcome } from "../../api/types";

const writeOutcome = vi.hoisted(() => vi.fn());
const readOutcome = vi.hoisted(() => vi.fn());
vi.mock("../../api/queries", async (original) => ({
	...(await original<object>()),
	writeOutcome,
	outcomeQuery: (id: string) => ({ queryKey: ["outcome", id], queryFn: readOutcome }),
}));

import { ApiProblem } from "../../api/queries";
import { today } from "../../ui/dates";
import { emptyOutcome } from "./stages";
import { useOutcome } from "./useOutcome";

const cut = (notes: string): LoafOutcome => ({ ...emptyOutcome("cut", "2027-03-05"), notes });
let kept: LoafOutcome[] = [];

function start() {
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const wrapper = ({ children }: { children: ReactNode }) => (
		<QueryClientProvider client={queries}>{children}</QueryClientProvider>
	);
	return renderHook(() => useOutcome("loaf", "cut"), { wrapper });
}

beforeEach(() => {
	localStorage.clear();
	kept = [];
	readOutcome.mockImplementation(async () => ({ outcomes: kept }));
	writeOutcome.mockReset();
	writeOutcome.mockImplementation(async (_id: string, outcome: LoafOutcome) => {
		kept = [outcome];
		return { outcomes: kept };
	});
});

describe("useOutcome", () => {
	it("begins today, empty", async () => {
		const { result } = start();
		await waitFor(() => expect(result.current.open).toBeDefined());
		expect(result.current.outcome).toMatchObject({ stage: "cut", on: today() });
		expect(result.current.unwritten).toBe(false);
	});

	it("keeps what is typed through a reload, and writes it once", async () => {
		const first = start();
		act(() => first.result.current.change({ notes: "A wren sang." }));
		first.unmount();
		const { result } = start();
		expect(result.current.outcome.notes).toBe("A wren sang.");
		expect(result.current.unwritten).toBe(true);
		await act(() => result.current.write.mutateAsync());
		expect(writeOutcome).toHaveBeenCalledTimes(1);
		expect(result.current.unwritten).toBe(false);
		expect(localStorage.length).toBe(0);
		await waitFor(() => expect(result.current.outcome.notes).toBe("A wren sang."));
	});

	it("shows what was written before, and what is typed over it", async () => {
		kept = [cut("Old words.")];
		const { result } = start();
		await waitFor(() => expect(result.current.outcome.notes).toBe("Old words."));
		act(() => result.current.change({ notes: "New words." }));
		expect(result.current.outcome).toMatchObject({ notes: "New words.", on: "2027-03-05" });
	});

	it("keeps what is refused, and says why", async () => {
		const problem = { code: "outcome.date", field: "on", value: "x", limit: "today", remedy: "Choose." };
		const refused = { code: "input.refused", message: "no", problems: [problem] };
		writeOutcome.mockRejectedValue(new ApiProblem(422, refused as never));
		const { result } = start();
		act(() => result.current.change({ notes: "Kept." }));
		await act(() => result.current.write.mutateAsync().catch(() => {}));
		await waitFor(() => expect(result.current.problem?.problems?.[0]?.code).toBe("outcome.date"));
		expect(result.current.outcome.notes).toBe("Kept.");
		expect(result.current.unwritten).toBe(true);
	});

	it("lets go of a draft that was cut off", () => {
		localStorage.setItem("archtop.outcome.loaf.cut", "{");
		expect(start().result.current.unwritten).toBe(false);
	});
});
