import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { photoAddress } from "./photos";

// The client takes its kind of request when it is loaded; here it is to accept addresses without a host, as browsers do.
vi.hoisted(() => {
	globalThis.Request = class extends Request {
		constructor(input: RequestInfo | URL, init?: RequestInit) {
			super(typeof input === "string" ? new URL(input, "http://studio.test") : input, init);
		}
	};
});

import { ApiProblem, createLoaf, importLoaf, StaleSave, saveLoaf } from "./queries";
import type { Loaf } from "./types";

const fetched = vi.fn<(request: Request) => Promise<Response>>();
const answer = (status: number, body: unknown) =>
	fetched.mockResolvedValue(
		new Response(typeof body === "string" ? body : JSON.stringify(body), {
			status,
			headers: { "Content-Type": typeof body === "string" ? "text/html" : "application/json" },
		}),
	);
const caught = (promise: Promise<unknown>) => promise.then(() => null).catch((error: unknown) => error);

beforeEach(() => {
	vi.stubGlobal("fetch", fetched);
	fetched.mockReset();
});
afterEach(() => vi.unstubAllGlobals());

describe("the door to the server", () => {
	it("brings the token with everything that changes something", async () => {
		// biome-ignore lint/suspicious/noDocumentCookie: it is what the server sets.
		document.cookie = "csrftoken=abc123";
		answer(201, { id: "1" });
		await createLoaf("Lantern Row");
		const [[request]] = fetched.mock.calls as [[Request]];
		expect(request.headers.get("X-CSRFToken")).toBe("abc123");
		expect(await request.json()).toEqual({ name: "Lantern Row", us: false });
	});

	it("sends a file as it was read: what is wrong with it is the server's to say", async () => {
		answer(201, { id: "1" });
		await importLoaf("{not json");
		const [[request]] = fetched.mock.calls as [[Request]];
		expect(await request.text()).toBe("{not json");
	});

	it("tells a lost connection from a refusal", async () => {
		fetched.mockRejectedValue(new TypeError("Failed to fetch"));
		const offline = (await caught(createLoaf("x"))) as ApiProblem;
		expect(offline).toBeInstanceOf(ApiProblem);
		expect(offline.status).toBe(0);
		expect(offline.report.code).toBe("http.offline");
	});

	it("hands the report of a refusal on", async () => {
		const problem = { code: "name.long", field: "name", value: "x", limit: "120", remedy: "Shorten it." };
		answer(422, { code: "input.refused", message: "Too long.", problems: [problem] });
		const refused = (await caught(createLoaf("x"))) as ApiProblem;
		expect(refused.status).toBe(422);
		expect(refused.report.problems).toEqual([problem]);
		expect(refused.message).toBe("Too long.");
	});

	it("says something plain where the server's answer is none of its own", async () => {
		answer(502, "<html>Bad gateway</html>");
		const broken = (await caught(createLoaf("x"))) as ApiProblem;
		expect(broken.status).toBe(502);
		expect(broken.report.message).toBe("The studio could not answer.");
	});

	it("tells a save that came too late by both documents", async () => {
		answer(409, { message: "Another came first.", current: { number: 3 }, kept: { number: 4 } });
		const stale = (await caught(saveLoaf("1", 2, {} as Loaf))) as StaleSave;
		expect(stale).toBeInstanceOf(StaleSave);
		expect(stale.report.current.number).toBe(3);
	});

	it("knows where photographs lie", () => {
		expect(photoAddress("7")).toBe("/api/photos/7/file");
	});
});
