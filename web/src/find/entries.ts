/** A place, a thing to do or a page of the guide, and the words it is looked for by. */
export interface Entry {
	readonly name: string;
	readonly kind: "Loaf" | "Place" | "To do" | "Guide";
	readonly to: string;
	readonly words?: string;
}

const STUDIO: readonly Entry[] = [
	{ name: "Loaves", kind: "Place", to: "/", words: "home start new import" },
	{ name: "Today", kind: "Place", to: "/bench", words: "bench due waiting" },
	{
		name: "Season",
		kind: "Place",
		to: "/season",
		words: "calendar dates orders market wedding hours moulds",
	},
	{
		name: "Shelf",
		kind: "Place",
		to: "/shelf",
		words: "stock pieces dough rack what could use it up leftovers",
	},
	{
		name: "Cupboard",
		kind: "Place",
		to: "/cupboard",
		words: "scents bottles colourants jars additives prices stock",
	},
	{ name: "Notebook", kind: "Place", to: "/notebook", words: "past loaves history search" },
	{ name: "Your own numbers", kind: "Place", to: "/notebook/numbers", words: "learned log defaults" },
	{
		name: "Scents and colours seen so far",
		kind: "Place",
		to: "/notebook/things",
		words: "behaviour vanillin",
	},
	{ name: "Leftovers and losses", kind: "Place", to: "/notebook/losses", words: "waste bowls" },
	{
		name: "Backup: export or import the studio",
		kind: "Place",
		to: "/notebook/keeping",
		words: "keep copy zip csv restore",
	},
	{
		name: "Settings",
		kind: "Place",
		to: "/settings",
		words: "units numbers decimal comma dates week paper currency money room temperature",
	},
	{ name: "Take the tour", kind: "To do", to: "/tour", words: "first loaf begin help new" },
];

/** What is done in a loaf: where it stands there, and which page of the guide tells of it. */
const IN_A_LOAF: readonly (readonly [name: string, place: string, page: string, words: string])[] = [
	["Section", "", "section", "drawing mould pours columns pieces"],
	["Formula", "formula", "formula", "oils lye water superfat additives"],
	["Colours", "colours", "colours", "colourants doses scent forecast"],
	["Top", "top", "top", "piping motifs frosting pieces sprinkle template"],
	["Look", "look", "look", "solid turn 3d glb stl bars apart"],
	["Pots", "pots", "pots", "weigh batter label ingredients cost"],
	["Order", "order", "order", "dates schedule cast when gel"],
	["Bench", "bench", "bench", "steps scale"],
	["Cut", "cut", "cut", "faces bars wire"],
	["Notes", "notes", "notes", "photographs outcome"],
	["Rehearse the pour", "rehearsal", "rehearsal", "practise simulate"],
	["Trace clock", "bench/clock", "bench", "ring sheet thickness readings"],
	["Print the weigh-out", "pots", "pots", "paper pdf sheet grams"],
	["Size to a bottle, a fat or a bag of shreds", "pots", "pots", "use up backwards scent left"],
	["Mix with another loaf", "pots", "pots", "shared batch session several loaves"],
	["Cast together", "pots", "pots", "batch columns pieces"],
	["Cuts for equal weights or even faces", "cut", "cut", "find wires fair"],
	["Outline from SVG or STL", "", "section", "import shape cutter drawing"],
	["Draw a wire through (hanger)", "", "section", "swirl path hanger"],
	["Print the top template", "top", "top", "paper pdf svg 1:1"],
	["What to add to reach a colour", "colours", "colours", "recolour darker lighter jars"],
	["What it costs", "notes", "notes", "price money bar"],
];

/** Everything that can be found: of the loaf that is open its own places, of others that they are there. */
export function entriesOf(
	loaves: readonly { id: string; name: string }[],
	pages: readonly { key: string; title: string }[],
	open: string | null,
): Entry[] {
	const name = loaves.find((loaf) => loaf.id === open)?.name;
	return [
		...IN_A_LOAF.map(
			([what, place, page, words]): Entry =>
				open
					? {
							name: name ? `${what} · ${name}` : what,
							kind: "To do",
							to: `/loaf/${open}/${place}`.replace(/\/$/, ""),
							words,
						}
					: { name: what, kind: "To do", to: `/guide/${page}`, words },
		),
		...loaves.map((loaf): Entry => ({ name: loaf.name, kind: "Loaf", to: `/loaf/${loaf.id}` })),
		...STUDIO,
		...pages.map(
			(page): Entry => ({ name: `Guide: ${page.title}`, kind: "Guide", to: `/guide/${page.key}` }),
		),
	];
}

const plain = (text: string) => text.toLowerCase().normalize("NFD").replace(/\p{M}/gu, "");

/** What answers to all the words typed, names that begin so first. */
export function found(entries: readonly Entry[], typed: string, most = 12): Entry[] {
	const words = plain(typed).split(/\s+/).filter(Boolean);
	const rank = (entry: Entry) => {
		const name = plain(entry.name);
		return words.every((word) => name.includes(word)) ? (name.startsWith(words[0] ?? "") ? 0 : 1) : 2;
	};
	return entries
		.filter((entry) => words.every((word) => plain(`${entry.name} ${entry.words ?? ""}`).includes(word)))
		.map((entry, at) => ({ entry, at, rank: rank(entry) }))
		.sort((a, b) => a.rank - b.rank || a.at - b.at)
		.slice(0, most)
		.map(({ entry }) => entry);
}
