import type { LoafSummary } from "../api/types";

export type LoafOrder = "touched" | "day" | "state" | "name";

export const ORDERS: readonly (readonly [LoafOrder, string])[] = [
	["touched", "Last changed"],
	["day", "Pour day"],
	["state", "How far it is"],
	["name", "Name"],
];

/** From what needs hands to what only cures. */
const STATES: readonly LoafSummary["stands"]["stands"][] = [
	"begun",
	"poured",
	"planned",
	"dated",
	"proposed",
	"undated",
	"cut",
	"cured",
];
const LAST = "9999";

/** Loaves whose name has all the words, in the order that was asked for; equal ones as they came. */
export function inOrder(loaves: readonly LoafSummary[], order: LoafOrder, words: string): LoafSummary[] {
	const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
	const found = loaves.filter((loaf) => wanted.every((word) => loaf.name.toLowerCase().includes(word)));
	const state = (loaf: LoafSummary) => STATES.indexOf(loaf.stands.stands);
	const ahead = (loaf: LoafSummary) =>
		state(loaf) < STATES.indexOf("cut") ? (loaf.stands.on ?? LAST) : LAST;
	switch (order) {
		case "day":
			return found.sort((a, b) => ahead(a).localeCompare(ahead(b)) || state(a) - state(b));
		case "state":
			return found.sort(
				(a, b) => state(a) - state(b) || (a.stands.on ?? LAST).localeCompare(b.stands.on ?? LAST),
			);
		case "name":
			return found.sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }));
		default:
			return found;
	}
}
