import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { BenchLog, BenchPress, Step } from "../api/types";

const pressStep = vi.hoisted(() => vi.fn());
const readLog = vi.hoisted(() => vi.fn());
vi.mock("../api/queries", async (original) => ({
	...(await original<object>()),
	pressStep,
	benchQuery: (id: string) => ({ queryKey: ["bench", id], queryFn: readLog }),
}));

import { ApiProblem } from "../api/queries";
import { readWaiting } from "./outbox";
import { Post } from "./Post";
import { useBench } from "./useBench";

const steps = ["a", "b", "c"].map((key) => ({ key, title: key })) as Step[];
const offline = new ApiProblem(0, { code: "http.offline", message: "no", problems: [] });
let server: BenchPress[] = [];

const log = (): BenchLog => ({ done: [], entries: [...server] });
const receive = async (_loaf: string, press: BenchPress) => {
	if (!server.some((entry) => entry.press_id === press.press_id)) server.push(press);
	return log();
};

function start() {
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const wrapper = ({ children }: { children: ReactNode }) => (
		<QueryClientProvider client={queries}>
			<Post>{children}</Post>
		</QueryClientProvider>
	);
	return renderHook(() => useBench("loaf", steps), { wrapper });
}

const at = ({ current }: { current: { queue: readonly Step[] } }) => steps.length - current.queue.length;
const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
	vi.useFakeTimers();
	localStorage.clear();
	server = [];
	readLog.mockImplementation(async () => log());
	pressStep.mockReset();
	pressStep.mockImplementation(receive);
});
afterEach(() => vi.useRealTimers());

describe("useBench", () => {
	it("goes on with each press and back with undo, and the log only grows", async () => {
		const { result } = start();
		await wait(10);
		act(() => result.current.press());
		// Shown once it is kept.
		expect(at(result)).toBe(0);
		await wait(10);
		expect(at(result)).toBe(1);
		act(() => result.current.press());
		await wait(10);
		act(() => result.current.undo());
		await wait(10);
		expect(at(result)).toBe(1);
		expect(server.map((entry) => `${entry.step} ${entry.action}`)).toEqual(["a done", "b done", "b undone"]);
		expect(result.current.waiting).toBe(0);
	});

	it("keeps presses in order while there is no connection, and sends them when it is back", async () => {
		pressStep.mockRejectedValue(offline);
		const { result, unmount } = start();
		await wait(10);
		act(() => result.current.press());
		act(() => result.current.press());
		await wait(10);
		expect(at(result)).toBe(2);
		expect(result.current.waiting).toBe(2);
		unmount();
		expect(readWaiting<BenchPress>("bench.loaf").map((press) => press.step)).toEqual(["a", "b"]);
		pressStep.mockImplementation(receive);
		const again = start();
		await wait(3100);
		expect(server.map((entry) => entry.step)).toEqual(["a", "b"]);
		expect(at(again.result)).toBe(2);
		expect(readWaiting("bench.loaf")).toEqual([]);
	});

	it("leaves what another tab has waiting alone", async () => {
		pressStep.mockRejectedValue(offline);
		const [one, two] = [start(), start()];
		await wait(10);
		act(() => one.result.current.press());
		act(() => two.result.current.press());
		await wait(10);
		expect(readWaiting("bench.loaf")).toHaveLength(2);
	});

	it("ticks a weight off and takes the tick back, without moving the step", async () => {
		const { result } = start();
		await wait(10);
		act(() => result.current.tick("a#olive"));
		await wait(10);
		expect(result.current.done.has("a#olive")).toBe(true);
		expect(at(result)).toBe(0);
		act(() => result.current.tick("a#olive"));
		await wait(10);
		expect(result.current.done.has("a#olive")).toBe(false);
		expect(result.current.canUndo).toBe(false);
	});

	it("does not let a press the server refuses block those after it", async () => {
		pressStep.mockRejectedValueOnce(new ApiProblem(422, { code: "x", message: "no", problems: [] }));
		const { result } = start();
		await wait(10);
		act(() => result.current.press());
		await wait(10);
		act(() => result.current.press());
		await wait(3100);
		expect(result.current.waiting).toBe(0);
	});
});
