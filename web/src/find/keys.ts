/** A key, or keys that do alike, and what they do. */
export type KeyLine = readonly [keys: string, does: string];

const EVERYWHERE: readonly KeyLine[] = [
	["Ctrl K or /", "Find a loaf, a place, a thing to do, a page of the guide"],
	["?", "These keys"],
	["Tab, Shift Tab", "To the next thing, and back"],
	["Escape", "Close what is open; put down what is in hand"],
];

const IN_A_LOAF: readonly KeyLine[] = [
	["Ctrl Z", "Undo"],
	["Ctrl Y or Ctrl Shift Z", "Redo"],
	["↑ ↓ in a number", "One step more or less"],
];

/** Keys of each place of a loaf, by the last part of its address. */
const PLACES: Readonly<Record<string, readonly KeyLine[]>> = {
	"": [
		["← → ↑ ↓ on a column", "Move it by 1 mm; with Shift by 10 mm"],
		["Enter on a bar", "See its face"],
	],
	top: [
		["← → ↑ ↓ on a piece or a motif", "Move it by 1 mm; with Shift by 10 mm"],
		["Page Down, Page Up on a motif", "To the next one of its run, and back"],
		["Delete on a piece or a motif", "Let it go back to where it would lie by itself"],
		["↑ ↓ on a handle of the list", "Earlier or later in the order"],
	],
	look: [
		["← → ↑ ↓ on the loaf", "Turn it"],
		["+ and −", "Nearer, farther"],
	],
	cut: [["← → on a wire", "Move all wires by a little; with Shift ten times as far"]],
};

/** Every key that does something where one is, what is special to the place first. */
export function keysAt(pathname: string): readonly KeyLine[] {
	const inLoaf = /^\/loaf\/[^/]+\/?([^/]*)/.exec(pathname);
	return inLoaf ? [...(PLACES[inLoaf[1] ?? ""] ?? []), ...IN_A_LOAF, ...EVERYWHERE] : EVERYWHERE;
}
