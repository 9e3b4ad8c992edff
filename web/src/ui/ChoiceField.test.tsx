import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeAll, expect, test, vi } from "vitest";
import { ChoiceField, closeness, inGroups } from "./ChoiceField";
import { lendWhatIsLacking } from "./lacking";

const FEW = [
	["a", "Almond"],
	["b", "Butter"],
] as const;
const MANY = [
	...["Olive", "Coconut", "Castor", "Cocoa butter", "Shea", "Rapeseed", "Rice bran", "Sesame", "Palm kernel"],
	...["Sunflower", "Mango butter", "Neem", "Tallow", "Beeswax"],
].map((name) => [name.toLowerCase(), name] as const);

beforeAll(lendWhatIsLacking);
afterEach(cleanup);

test("few are a plain select", () => {
	const take = vi.fn();
	render(<ChoiceField label="Fat" value="a" options={FEW} onChange={take} />);
	fireEvent.change(screen.getByLabelText("Fat"), { target: { value: "b" } });
	expect(take).toHaveBeenCalledWith("b");
});

test("among many a letter opens the list, a part of a name finds, Enter takes", () => {
	const take = vi.fn();
	const groups = [{ name: "Yours", keys: ["coconut", "olive"] }];
	render(<ChoiceField label="Fat" value="olive" options={MANY} groups={groups} onChange={take} />);
	const shut = screen.getByLabelText("Fat");
	expect(shut.textContent).toBe("Olive");
	fireEvent.keyDown(shut, { key: "c" });
	const box = screen.getByPlaceholderText("Find by name") as HTMLInputElement;
	expect(box.value).toBe("c");
	fireEvent.change(box, { target: { value: "butter" } });
	const options = within(screen.getByRole("listbox")).getAllByRole("option");
	expect(options.map((option) => option.textContent).sort()).toEqual(["Cocoa butter", "Mango butter"]);
	expect(screen.queryByText("Yours")?.closest("[hidden]")).not.toBeNull();
	fireEvent.change(box, { target: { value: "mang" } });
	fireEvent.keyDown(box, { key: "Enter" });
	expect(take).toHaveBeenCalledWith("mango butter");
	expect(screen.queryByRole("listbox")).toBeNull();
});

test("no choice at all is found by its words too, and taken", () => {
	const take = vi.fn();
	render(<ChoiceField label="Fat" value="olive" options={[["", "None"], ...MANY]} onChange={take} />);
	fireEvent.keyDown(screen.getByLabelText("Fat"), { key: "n" });
	const box = screen.getByPlaceholderText("Find by name");
	fireEvent.change(box, { target: { value: "non" } });
	expect(screen.getAllByRole("option").map((option) => option.textContent)).toEqual(["None"]);
	fireEvent.keyDown(box, { key: "Enter" });
	expect(take).toHaveBeenCalledWith("");
});

test("what nothing answers to is said", () => {
	render(<ChoiceField label="Fat" value="olive" options={MANY} onChange={() => {}} />);
	fireEvent.keyDown(screen.getByLabelText("Fat"), { key: "ArrowDown" });
	fireEvent.change(screen.getByPlaceholderText("Find by name"), { target: { value: "granite" } });
	expect(screen.getByText("Nothing of that name.")).toBeTruthy();
});

test("a name's beginning is closer than a word's, that closer than its middle", () => {
	const [begins, word, middle] = ["Cocoa butter", "Palm cocoon", "Macocon"].map((name) =>
		closeness(name, "coco"),
	);
	expect(begins).toBeGreaterThan(word as number);
	expect(word).toBeGreaterThan(middle as number);
	expect(closeness("Olive", "x")).toBe(0);
});

test("what is in no group comes first, and a group of nothing there goes", () => {
	const grouped = inGroups(
		[["", "None"], ...FEW],
		[
			{ name: "Yours", keys: ["b"] },
			{ name: "Waxes", keys: ["z"] },
		],
	);
	expect(grouped.map((group) => [group.name, group.options.map(([key]) => key)])).toEqual([
		["", ["", "a"]],
		["Yours", ["b"]],
	]);
});
