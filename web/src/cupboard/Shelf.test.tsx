import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiProblem } from "../api/queries";
import { TextField } from "../ui/fields";

const takeOut = vi.hoisted(() => vi.fn());
vi.mock("../api/cupboard", async (real) => ({
	...(await real<typeof import("../api/cupboard")>()),
	takeOutOfCupboard: takeOut,
}));

import { Shelf } from "./Shelf";

interface Thing {
	key: string;
	name: string;
	inci: string;
}

const putItem = vi.fn();
const things: Thing[] = [{ key: "rice", name: "Rice flour", inci: "Oryza" }];

function shown() {
	render(
		<QueryClientProvider client={new QueryClient()}>
			<Shelf
				kind="additive"
				items={things}
				taken={["rice", "oat-flour"]}
				start={{ key: "", name: "", inci: "" }}
				words={{ fresh: "A new thing", add: "Add a thing" }}
				caution={["Mind it."]}
				putItem={putItem}
				line={(thing) => thing.inci}
			>
				{(draft, change) => (
					<TextField label="Name" field="name" value={draft.name} onChange={(name) => change({ name })} />
				)}
			</Shelf>
		</QueryClientProvider>,
	);
}
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));
const name = (value: string) => fireEvent.change(screen.getByLabelText("Name"), { target: { value } });

beforeEach(() => {
	putItem.mockReset().mockResolvedValue(undefined);
	takeOut.mockReset().mockResolvedValue(undefined);
});
afterEach(cleanup);

describe("a shelf of the cupboard", () => {
	it("puts a new thing in under a key of its own, and asks for another only then", async () => {
		shown();
		press("Add a thing");
		expect(screen.queryByRole("button", { name: "Add a thing" })).toBeNull();
		name("Oat flour");
		press("Save");
		await waitFor(() => expect(putItem).toHaveBeenCalled());
		expect(putItem.mock.calls[0]?.[0]).toEqual({ key: "oat-flour-2", name: "Oat flour", inci: "" });
		expect(await screen.findByRole("button", { name: "Add a thing" })).toBeTruthy();
	});
	it("keeps what was typed when it is refused, with the reason at its field until that is changed", async () => {
		const problem = {
			code: "schema.string_too_long",
			field: "name",
			value: "Rice, fine",
			limit: "it may have at most 8 letters",
			remedy: "Shorten it.",
			mends: [],
			message: "name = Rice, fine: it may have at most 8 letters. Shorten it.",
		};
		putItem.mockRejectedValue(
			new ApiProblem(422, { code: "input.refused", message: problem.message, problems: [problem] }),
		);
		shown();
		press("Change Rice flour");
		name("Rice, fine");
		press("Save");
		expect((await screen.findByRole("alert")).textContent).toContain("It could not be saved");
		const field = screen.getByLabelText("Name") as HTMLInputElement;
		expect(field.value).toBe("Rice, fine");
		expect(field.getAttribute("aria-invalid")).toBe("true");
		const note = document.getElementById(field.getAttribute("aria-describedby") ?? "");
		expect(note?.textContent).toBe("It may have at most 8 letters. Shorten it.");
		name("Rice");
		expect(field.getAttribute("aria-invalid")).toBeNull();
		expect(screen.getByRole("alert")).toBeTruthy();
		press("Cancel");
		expect(screen.getByText("Oryza")).toBeTruthy();
	});
	it("says so where the studio is not reached, and keeps what was typed", async () => {
		putItem.mockRejectedValue(
			new ApiProblem(0, { code: "http.offline", message: "The studio cannot be reached.", problems: [] }),
		);
		shown();
		press("Change Rice flour");
		name("Rice, fine");
		press("Save");
		const told = (await screen.findByRole("alert")).textContent;
		expect(told).toContain("It could not be saved. The studio cannot be reached.");
		expect((screen.getByLabelText("Name") as HTMLInputElement).value).toBe("Rice, fine");
	});
	it("takes a thing out by its key", async () => {
		shown();
		press("Change Rice flour");
		press("Remove");
		await waitFor(() => expect(takeOut).toHaveBeenCalledWith("additive", "rice"));
	});
});
