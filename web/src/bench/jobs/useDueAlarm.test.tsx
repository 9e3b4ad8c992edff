import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { BenchJob } from "../../api/types";

const alarm = vi.hoisted(() => vi.fn());
vi.mock("../alarm", () => ({ alarm }));

import { useDueAlarm } from "./useDueAlarm";

const START = Date.parse("2026-12-05T10:00:00Z");
const until = (minutes: number) =>
	({ until: new Date(START + minutes * 60_000).toISOString() }) as unknown as BenchJob;

function start(waiting: BenchJob[]) {
	const queries = new QueryClient();
	const asked = vi.spyOn(queries, "invalidateQueries");
	const wrapper = ({ children }: { children: ReactNode }) => (
		<QueryClientProvider client={queries}>{children}</QueryClientProvider>
	);
	return {
		asked,
		...renderHook((jobs: BenchJob[]) => useDueAlarm(jobs), { wrapper, initialProps: waiting }),
	};
}

beforeEach(() => {
	vi.useFakeTimers({ now: START });
	alarm.mockReset();
});
afterEach(() => vi.useRealTimers());

it("rings once, when the first of the waits is over, and asks how the day stands", () => {
	const { asked } = start([until(90), until(45)]);
	act(() => vi.advanceTimersByTime(45 * 60_000));
	expect(alarm).not.toHaveBeenCalled();
	act(() => vi.advanceTimersByTime(1500));
	expect(alarm).toHaveBeenCalledOnce();
	expect(asked).toHaveBeenCalledWith({ queryKey: ["today"] });
});

it("does not ring for what waits for days, but looks again in between", () => {
	const { asked } = start([until(3 * 24 * 60)]);
	act(() => vi.advanceTimersByTime(12 * 3_600_000 + 10));
	expect(alarm).not.toHaveBeenCalled();
	expect(asked).toHaveBeenCalled();
	for (let half = 0; half < 5; half += 1) act(() => vi.advanceTimersByTime(12 * 3_600_000 + 1000));
	expect(alarm).toHaveBeenCalledOnce();
});

it("is silent where nothing waits", () => {
	start([]);
	act(() => vi.advanceTimersByTime(24 * 3_600_000));
	expect(alarm).not.toHaveBeenCalled();
});
