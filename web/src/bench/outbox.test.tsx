import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiProblem } from "../api/queries";
import * as kept from "../keeping/kept";
import { dropWaiting, keepWaiting, Outbox, readWaiting } from "./outbox";
import { OutboxContext, useOutbox } from "./useOutbox";

interface Said {
	press_id: string;
	words: string;
}

const said = (press_id: string): Said => ({ press_id, words: `words of ${press_id}` });
const ids = (items: readonly Said[]) => items.map((item) => item.press_id);
const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const offline = new TypeError("Failed to fetch");
const refused = new ApiProblem(422, { code: "input.refused", message: "no", problems: [] });

beforeEach(() => {
	vi.useFakeTimers();
	localStorage.clear();
});
afterEach(() => {
	vi.useRealTimers();
	vi.restoreAllMocks();
});

describe("what waits in this browser", () => {
	it("stands in the order it was put there, though all of it came in one moment", () => {
		for (const id of ["c", "a", "b"]) keepWaiting("bench.1", said(id));
		expect(ids(readWaiting("bench.1"))).toEqual(["c", "a", "b"]);
	});

	it("is kept apart by its room", () => {
		keepWaiting("bench.1", said("a"));
		keepWaiting("bench.2", said("b"));
		dropWaiting("bench.2", "b");
		expect(ids(readWaiting("bench.1"))).toEqual(["a"]);
		expect(readWaiting("bench.2")).toEqual([]);
	});

	it("is not overwritten by another tab that has read an older state", () => {
		keepWaiting("bench.1", said("mine"));
		readWaiting("bench.1");
		keepWaiting("bench.1", said("theirs"));
		dropWaiting("bench.1", "mine");
		expect(ids(readWaiting("bench.1"))).toEqual(["theirs"]);
	});

	it("loses only what was cut off", () => {
		keepWaiting("bench.1", said("a"));
		localStorage.setItem("archtop.outbox.bench.1.b", '{"order": 1, "it');
		expect(ids(readWaiting("bench.1"))).toEqual(["a"]);
		expect(localStorage.getItem("archtop.outbox.bench.1.b")).toBeNull();
	});
});

describe("useOutbox", () => {
	function start(send: (item: Said) => Promise<unknown>) {
		const outbox = new Outbox((_, item) => send(item as Said));
		const stop = outbox.start();
		const wrapper = ({ children }: { children: ReactNode }) => (
			<OutboxContext value={outbox}>{children}</OutboxContext>
		);
		return { outbox, stop, ...renderHook(() => useOutbox<Said>("bench.1"), { wrapper }) };
	}

	it("sends one after another, the next only when the last has arrived", async () => {
		const arrive: (() => void)[] = [];
		const send = vi.fn((_: Said) => new Promise<void>((resolve) => arrive.push(resolve)));
		const { result } = start(send);
		act(() => result.current.add(said("a")));
		act(() => result.current.add(said("b")));
		await wait(1);
		expect(ids(send.mock.calls.map(([item]) => item))).toEqual(["a"]);
		arrive[0]?.();
		await wait(1);
		expect(ids(send.mock.calls.map(([item]) => item))).toEqual(["a", "b"]);
		expect(ids(result.current.waiting)).toEqual(["b"]);
		arrive[1]?.();
		await wait(1);
		expect(result.current.waiting).toEqual([]);
		expect(localStorage.length).toBe(0);
	});

	it("shows a thing once it is kept, and what is sent meanwhile is not sent twice", async () => {
		const keep = vi.spyOn(kept, "keep");
		let written = () => {};
		keep.mockReturnValueOnce(new Promise((resolve) => (written = resolve)));
		const send = vi.fn(async (_: Said) => {});
		const { result } = start(send);
		await wait(1);
		act(() => result.current.add(said("a")));
		await wait(100);
		expect([result.current.waiting, ids(result.current.coming)]).toEqual([[], ["a"]]);
		expect(send).not.toHaveBeenCalled();
		written();
		await wait(1);
		expect(ids(send.mock.calls.map(([item]) => item))).toEqual(["a"]);
		expect([result.current.waiting, result.current.coming]).toEqual([[], []]);
	});

	it("does not keep hands waiting for a disk that does not answer, and says so", async () => {
		const keep = vi.spyOn(kept, "keep");
		let written = () => {};
		keep.mockReturnValueOnce(new Promise((resolve) => (written = resolve)));
		const send = vi.fn((_: Said) => Promise.reject(offline));
		const { result } = start(send);
		await wait(1);
		act(() => result.current.add(said("a")));
		await wait(260);
		expect(ids(result.current.waiting)).toEqual(["a"]);
		expect(result.current.unkept).toBe(true);
		written();
		await wait(1);
		expect(ids(result.current.waiting)).toEqual(["a"]);
		// It came late, and is kept after all.
		expect(result.current.unkept).toBe(false);
	});

	it("takes nothing back while another thing is not kept", async () => {
		const keep = vi.spyOn(kept, "keep");
		let written = () => {};
		keep.mockReturnValueOnce(new Promise((resolve) => (written = resolve)));
		keep.mockRejectedValueOnce(new DOMException("no room", "QuotaExceededError"));
		const { result } = start(vi.fn((_: Said) => Promise.reject(offline)));
		await wait(1);
		act(() => result.current.add(said("a")));
		act(() => result.current.add(said("b")));
		await wait(260);
		expect(result.current.unkept).toBe(true);
		written();
		await wait(1);
		expect(ids(result.current.waiting).sort()).toEqual(["a", "b"]);
		expect(result.current.unkept).toBe(true);
	});

	it("says so when this browser cannot keep it, and sends it all the same", async () => {
		const arrive: (() => void)[] = [];
		const send = vi.fn((_: Said) => new Promise<void>((resolve) => arrive.push(resolve)));
		const { result } = start(send);
		await wait(1);
		const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
			throw new DOMException("no room", "QuotaExceededError");
		});
		act(() => result.current.add(said("a")));
		await wait(1);
		full.mockRestore();
		expect(result.current.unkept).toBe(true);
		expect(ids(result.current.waiting)).toEqual(["a"]);
		arrive[0]?.();
		await wait(1);
		expect(result.current.waiting).toEqual([]);
		expect(result.current.unkept).toBe(false);
	});

	it("tries again what did not arrive, and says meanwhile that it is stuck", async () => {
		const send = vi.fn(async (_: Said) => {});
		send.mockRejectedValueOnce(offline);
		const { result } = start(send);
		// It has looked for what waits already.
		await wait(1);
		act(() => result.current.add(said("a")));
		await wait(1);
		expect(result.current.stuck).toBe(true);
		expect(ids(readWaiting("bench.1"))).toEqual(["a"]);
		await wait(3000);
		expect(result.current.stuck).toBe(false);
		expect(result.current.waiting).toEqual([]);
	});

	it("says that the studio has no room, which is not that it cannot be reached", async () => {
		const full = new ApiProblem(507, { code: "disk.full", message: "no room", problems: [] });
		const send = vi.fn(async (_: Said) => {});
		send.mockRejectedValueOnce(full).mockRejectedValueOnce(offline);
		const { result } = start(send);
		await wait(1);
		act(() => result.current.add(said("a")));
		await wait(1);
		expect([result.current.stuck, result.current.full]).toEqual([true, true]);
		await wait(3000);
		expect([result.current.stuck, result.current.full]).toEqual([true, false]);
		await wait(3000);
		expect([result.current.stuck, ids(result.current.waiting)]).toEqual([false, []]);
	});

	it("sends from any page what an earlier one left behind, whichever loaf it is of", async () => {
		keepWaiting("bench.1", said("left"));
		keepWaiting("bench.2", said("of another loaf"));
		const send = vi.fn(async (_: Said) => {});
		new Outbox((_, item) => send(item as Said)).start();
		await wait(1);
		expect(ids(send.mock.calls.map(([item]) => item)).sort()).toEqual(["left", "of another loaf"]);
		expect(localStorage.length).toBe(0);
	});

	it("takes up what a page that has gone left after this one was opened", async () => {
		const send = vi.fn(async (_: Said) => {});
		const { outbox } = start(send);
		keepWaiting("bench.9", said("late"));
		expect(outbox.count()).toBe(0);
		await wait(3000);
		expect(ids(send.mock.calls.map(([item]) => item))).toEqual(["late"]);
	});

	it("counts what waits, in one loaf's rooms or in all", async () => {
		const { outbox, result } = start(() => Promise.reject(offline));
		act(() => result.current.add(said("a")));
		act(() => outbox.add("clock.1", said("b")));
		await wait(1);
		expect([outbox.count(), outbox.count("bench.1"), outbox.count("bench.2")]).toEqual([2, 1, 0]);
	});

	it("lets go of what the server refuses, tells it, and goes on with the next", async () => {
		const send = vi.fn(async (item: Said) => {
			if (item.press_id === "bad") throw refused;
		});
		const { result } = start(send);
		act(() => result.current.add(said("bad")));
		await wait(10);
		expect(result.current.refused).toBe(refused);
		act(() => result.current.add(said("good")));
		await wait(10);
		expect(result.current.refused).toBeNull();
		expect(result.current.waiting).toEqual([]);
	});

	it("keeps what a broken server did not take", async () => {
		const broken = new ApiProblem(500, { code: "http.500", message: "no", problems: [] });
		const { result } = start(async () => {
			throw broken;
		});
		act(() => result.current.add(said("a")));
		await wait(9000);
		expect(ids(result.current.waiting)).toEqual(["a"]);
	});
});
