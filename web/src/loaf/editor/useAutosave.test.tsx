import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Loaf, StaleReport } from "../../api/types";

const saveLoaf = vi.hoisted(() => vi.fn());
vi.mock("../../api/queries", async (original) => ({ ...(await original<object>()), saveLoaf }));

import { ApiProblem, StaleSave } from "../../api/queries";
import { readDraft } from "./draft";
import { useAutosave } from "./useAutosave";

const named = (name: string) => ({ name }) as Loaf;
const first = named("first");
const report = (number: number) => ({ message: "late", current: { number } }) as StaleReport;
const refusal = (status: number) => new ApiProblem(status, { code: "x", message: "no", problems: [] });

const start = () =>
	renderHook(({ document }) => useAutosave("loaf", document, first, 1), {
		initialProps: { document: first },
	});

/** Lets timers and promises run for a while. */
const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
	vi.useFakeTimers();
	saveLoaf.mockReset();
	localStorage.clear();
});
afterEach(() => vi.useRealTimers());

describe("useAutosave", () => {
	it("saves once when the hands rest, and keeps a draft until then", async () => {
		saveLoaf.mockResolvedValue({ revision: 2 });
		const { result, rerender } = start();
		for (const name of ["a", "ab", "abc"]) rerender({ document: named(name) });
		expect(result.current.state.is).toBe("changed");
		expect(readDraft("loaf")).toMatchObject({ basedOn: 1, document: { name: "abc" } });
		await wait(800);
		expect(saveLoaf).toHaveBeenCalledTimes(1);
		expect(saveLoaf.mock.calls[0]?.slice(0, 3)).toEqual(["loaf", 1, { name: "abc" }]);
		expect(result.current.state).toEqual({ is: "kept", revision: 2 });
		expect(readDraft("loaf")).toBeNull();
	});

	it("knows when it was edited, however often it is tried to send it", async () => {
		saveLoaf.mockRejectedValue(refusal(0));
		const { result, rerender } = start();
		rerender({ document: named("a") });
		await wait(800);
		expect(result.current.state.is).toBe("offline");
		const kept = () => (readDraft("loaf") as unknown as { at: number }).at;
		const at = kept();
		await wait(7000);
		expect(saveLoaf.mock.calls.length).toBeGreaterThan(2);
		expect(kept()).toBe(at);
		rerender({ document: named("ab") });
		await wait(800);
		expect(kept()).toBeGreaterThan(at);
	});

	it("sends what was typed during a save after it, based on its revision", async () => {
		let answer: (value: { revision: number }) => void = () => {};
		saveLoaf.mockImplementationOnce(() => new Promise((done) => (answer = done)));
		saveLoaf.mockResolvedValueOnce({ revision: 3 });
		const { result, rerender } = start();
		rerender({ document: named("a") });
		await wait(800);
		rerender({ document: named("b") });
		await wait(800);
		expect(saveLoaf).toHaveBeenCalledTimes(1);
		answer({ revision: 2 });
		await wait(10);
		expect(saveLoaf.mock.calls.at(-1)?.slice(0, 3)).toEqual(["loaf", 2, { name: "b" }]);
		expect(result.current.state).toEqual({ is: "kept", revision: 3 });
	});

	it("forgets the draft when everything is undone", async () => {
		const { result, rerender } = start();
		rerender({ document: named("a") });
		rerender({ document: first });
		await wait(2000);
		expect(saveLoaf).not.toHaveBeenCalled();
		expect(result.current.state).toEqual({ is: "kept", revision: 1 });
		expect(readDraft("loaf")).toBeNull();
	});

	it("keeps a refused document and saves it once it is mended", async () => {
		saveLoaf.mockRejectedValueOnce(refusal(422)).mockResolvedValueOnce({ revision: 2 });
		const { result, rerender } = start();
		rerender({ document: named("bad") });
		await wait(800);
		expect(result.current.state.is).toBe("refused");
		expect(readDraft("loaf")?.document.name).toBe("bad");
		rerender({ document: named("mended") });
		await wait(800);
		expect(result.current.state.is).toBe("kept");
	});

	it.each([
		["saves what it was mended to while it was being refused", named("mended"), 2],
		["is as it was where that was undone while it was being refused", first, 1],
	])("%s", async (_, then, revision) => {
		let refuse: (error: unknown) => void = () => {};
		saveLoaf.mockImplementationOnce(() => new Promise((_done, fail) => (refuse = fail)));
		saveLoaf.mockResolvedValueOnce({ revision: 2 });
		const { result, rerender } = start();
		rerender({ document: named("bad") });
		await wait(800);
		rerender({ document: then });
		await wait(800);
		refuse(refusal(422));
		await wait(10);
		expect(result.current.state).toEqual({ is: "kept", revision });
		expect(readDraft("loaf")).toBeNull();
	});

	it("tries again by itself when the connection comes back", async () => {
		saveLoaf.mockRejectedValueOnce(refusal(0)).mockResolvedValueOnce({ revision: 2 });
		const { result, rerender } = start();
		rerender({ document: named("a") });
		await wait(800);
		expect(result.current.state.is).toBe("offline");
		await wait(3100);
		expect(result.current.state).toEqual({ is: "kept", revision: 2 });
	});

	it("stops when another hand saved, until a person goes on with theirs", async () => {
		saveLoaf.mockRejectedValueOnce(new StaleSave(report(5))).mockResolvedValueOnce({ revision: 6 });
		const { result, rerender } = start();
		rerender({ document: named("mine") });
		await wait(800);
		expect(result.current.state.is).toBe("stale");
		rerender({ document: named("mine, more") });
		await wait(2000);
		expect(saveLoaf).toHaveBeenCalledTimes(1);
		act(() => result.current.keepMine());
		await wait(10);
		expect(saveLoaf.mock.calls.at(-1)?.slice(0, 3)).toEqual(["loaf", 5, { name: "mine, more" }]);
		expect(result.current.state).toEqual({ is: "kept", revision: 6 });
	});

	it("does not wait for the rest when the page is left", async () => {
		saveLoaf.mockResolvedValue({ revision: 2 });
		const { rerender, unmount } = start();
		rerender({ document: named("a") });
		unmount();
		await wait(10);
		expect(saveLoaf.mock.calls[0]?.slice(0, 3)).toEqual(["loaf", 1, { name: "a" }]);
	});

	it("tells a save whose answer was lost again by its name, and the next that it came after it", async () => {
		saveLoaf.mockRejectedValueOnce(refusal(0)).mockRejectedValueOnce(refusal(0));
		saveLoaf.mockResolvedValueOnce({ revision: 3 });
		const { result, rerender } = start();
		rerender({ document: named("a") });
		await wait(800);
		expect(result.current.state.is).toBe("offline");
		await wait(3100);
		const [first, again] = saveLoaf.mock.calls.map((call) => call[3]);
		expect(again).toBe(first);
		rerender({ document: named("ab") });
		await wait(3100);
		expect(saveLoaf.mock.calls.at(-1)?.[3]).not.toBe(first);
		expect(saveLoaf.mock.calls.at(-1)?.[4]).toEqual([first]);
		expect(result.current.state).toEqual({ is: "kept", revision: 3 });
	});

	it("tells the page after it what was on its way when it ended", async () => {
		saveLoaf.mockReturnValueOnce(new Promise(() => {}));
		const { rerender, unmount } = start();
		rerender({ document: named("a") });
		await wait(800);
		rerender({ document: named("ab") });
		unmount();
		const left = readDraft("loaf");
		const sent = saveLoaf.mock.calls.map((call) => call[3]);
		expect(left).toMatchObject({ basedOn: 1, document: { name: "ab" }, sent });
		saveLoaf.mockResolvedValueOnce({ revision: 3 });
		const typed = named("ab");
		renderHook(() => useAutosave("loaf", typed, first, 1, left?.sent));
		await wait(800);
		expect(saveLoaf.mock.calls.at(-1)?.[4]).toEqual(sent);
	});

	it("says that one is to sign in again, keeps what was typed, and saves it then", async () => {
		saveLoaf.mockRejectedValueOnce(refusal(401)).mockResolvedValueOnce({ revision: 2 });
		const { result, rerender } = start();
		rerender({ document: named("a") });
		await wait(800);
		expect(result.current.state.is).toBe("signed out");
		expect(readDraft("loaf")?.document).toEqual({ name: "a" });
		await wait(3100);
		expect(result.current.state).toEqual({ is: "kept", revision: 2 });
	});
});
