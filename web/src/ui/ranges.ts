/** Numbers told as a hand writes them: "1–3, 7". */

export function toRanges(numbers: readonly number[]): string {
	const sorted = [...new Set(numbers)].sort((a, b) => a - b);
	const parts: [number, number][] = [];
	for (const number of sorted) {
		const last = parts.at(-1);
		if (last && last[1] === number - 1) last[1] = number;
		else parts.push([number, number]);
	}
	return parts.map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`)).join(", ");
}

/** The numbers of such a text, or nothing where it is not one. */
export function fromRanges(text: string): number[] | null {
	const found: number[] = [];
	for (const part of text.split(/[,;]/).map((item) => item.trim())) {
		if (part === "") continue;
		const ends = /^(\d+)(?:\s*(?:-|–|to)\s*(\d+))?$/.exec(part);
		const from = Number(ends?.[1]);
		const to = Number(ends?.[2] ?? from);
		if (!ends || to < from || to - from > 400) return null;
		for (let number = from; number <= to; number += 1) found.push(number);
	}
	return found;
}
