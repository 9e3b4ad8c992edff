import type { House } from "../api/types";

const KEY = "archtop.house";
const read = (): Partial<House> => {
	try {
		return JSON.parse(localStorage.getItem(KEY) ?? "{}");
	} catch {
		return {};
	}
};
// Kept in this browser too, so that the first picture is right before the studio has answered.
let house = read();

export const houseNow = (): Partial<House> => house;

/** Goes by what the studio says; whether that differs from what was shown until now. */
export function goByHouse(next: House): boolean {
	const differs = (["decimal", "dates", "week_begins", "paper"] as const).some(
		(key) => next[key] !== (house[key] ?? USUAL[key]),
	);
	house = next;
	localStorage.setItem(KEY, JSON.stringify(next));
	return differs;
}

/** Until a studio has said otherwise. */
export const USUAL = {
	decimal: null,
	dates: "day first",
	week_begins: "Monday",
	paper: null,
	currency: "",
	room_c: 21,
} as const satisfies House;

/** Numbers of ours as the studio writes them. */
export const counted = (text: string): string =>
	house.decimal === "comma" ? text.replace(/(\d)\.(\d)/g, "$1,$2") : text;

/** A number with so many decimals. */
export const fixed = (value: number, digits: number): string => counted(value.toFixed(digits));
