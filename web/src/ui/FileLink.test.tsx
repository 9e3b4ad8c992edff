import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { FileLink } from "./FileLink";

const made = vi.fn(() => "blob:made");
const taken: string[] = [];

beforeEach(() => {
	taken.length = 0;
	vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: made, revokeObjectURL: vi.fn() }));
	vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
		taken.push(`${this.download} ${this.href}`);
	});
	render(<FileLink href="/sheet.pdf">Print it</FileLink>);
});
afterEach(() => {
	cleanup();
	vi.restoreAllMocks();
	vi.unstubAllGlobals();
});

const press = () => fireEvent.click(screen.getByRole("link", { name: "Print it" }));
const pdf = () =>
	new Response("pdf", { headers: { "Content-Disposition": 'attachment; filename="loaf.pdf"' } });

it("says that it is coming, and takes it under its name once it is there", async () => {
	let come = (_: Response) => {};
	const fetched = vi.fn(() => new Promise<Response>((resolve) => (come = resolve)));
	vi.stubGlobal("fetch", fetched);
	press();
	press();
	expect(screen.getByRole("status").textContent).toBe("It is coming…");
	expect(fetched).toHaveBeenCalledTimes(1);
	come(pdf());
	await waitFor(() => expect(taken).toEqual(["loaf.pdf blob:made"]));
	expect(screen.getByRole("status").textContent).toBe("");
});

it("says so when it does not come, and can be asked again", async () => {
	vi.stubGlobal(
		"fetch",
		vi
			.fn()
			.mockResolvedValueOnce(new Response("", { status: 500 }))
			.mockResolvedValueOnce(pdf()),
	);
	press();
	await waitFor(() => expect(screen.getByRole("status").textContent).toContain("Try again"));
	press();
	await waitFor(() => expect(taken).toHaveLength(1));
});
