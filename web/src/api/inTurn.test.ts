import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { inTurn } from "./inTurn";

const busy = () => new Response("", { status: 503, headers: { "Retry-After": "1" } });
const answers = (...list: (() => Response)[]) => {
	const asked: string[] = [];
	vi.stubGlobal("fetch", async (request: Request) => {
		asked.push(await request.text());
		return (list[asked.length - 1] ?? list.at(-1) ?? busy)();
	});
	return asked;
};
const question = () => new Request("http://studio.test/api/faces", { method: "POST", body: "the loaf" });

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

test("a busy studio is asked the same again, once it may be", async () => {
	const asked = answers(busy, busy, () => new Response("drawn"));
	const answer = inTurn(question());
	await vi.advanceTimersByTimeAsync(900);
	expect(asked).toHaveLength(1);
	await vi.advanceTimersByTimeAsync(2000);
	expect(await (await answer).text()).toBe("drawn");
	expect(asked).toEqual(["the loaf", "the loaf", "the loaf"]);
});

test("another refusal is no reason to ask again, and nobody asks for ever", async () => {
	const once = answers(() => new Response("", { status: 503 }));
	expect((await inTurn(question())).status).toBe(503);
	expect(once).toHaveLength(1);
	const often = answers(busy);
	const answer = inTurn(question());
	await vi.advanceTimersByTimeAsync(120_000);
	expect((await answer).status).toBe(503);
	expect(often).toHaveLength(61);
});
