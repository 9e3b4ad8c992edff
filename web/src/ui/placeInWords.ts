import type { Loaf } from "../api/types";

/** Lists of a loaf, as a person calls what stands in them. */
const LISTS: Record<string, string> = {
	work: "Step",
	embeds: "Column",
	pieces: "Pieces",
	colours: "Colour",
	formulas: "Formula",
	blends: "Scent",
	batches: "Batch",
	keeps: "Kept back",
	also_filled: "Also filled",
	whole_pots: "Whole pot",
	shreds: "Shreds",
	runs: "Run",
	tips: "Tip",
	finishes: "Finish",
	items: "On top",
	fats: "Fat",
	additives: "Additive",
};

/** Fields whose name alone would not tell a maker which one is meant. */
const FIELDS: Record<string, string> = {
	to_mm: "level",
	under_mm: "under the rim",
	batter_ml: "batter",
	up_mm: "middle up",
	across_mm: "across",
	from_mm: "begins at",
	mould_length_mm: "its mould's length",
	moulds: "how many moulds are filled",
	bar_mm: "how thick a bar is",
	slices: "how many bars",
	parts: "how many each is cut into",
	poured: "its colours",
	casts: "what is cast together",
	cavity_ml: "one hollow",
	cavities: "hollows",
	make: "how they are made",
	lye_discount_percent: "lye left out",
	held_back_ml: "held back",
	max_percent: "highest use",
	dose_g_per_kg: "dose",
	wet_murk: "duller while wet",
	carrier_g_per_g: "carrier per gram",
	bulk_g_ml: "what a teaspoon weighs",
};

/** What something is sent in, which nobody sees. */
const WRAPPED: ReadonlySet<string> = new Set(["document", "target", "lot"]);

/** A field inside one thing, where that is known: ``casting.cavity_ml``. */
export const fieldInWords = (field: string): string =>
	field
		.split(".")
		.map((part) => (/^\d+$/.test(part) ? String(Number(part) + 1) : plain(part)))
		.join(" ");

const plain = (field: string) =>
	FIELDS[field] ?? field.replace(/_(mm|ml|g|c|percent|deg)$/, "").replaceAll("_", " ");

type Json = Record<string, unknown>;

/** Where something stands in a loaf, as its maker calls it: never a path. */
export function placeInWords(field: string, document?: Loaf): string {
	const parts = field.split(".");
	const words: string[] = [];
	let here: unknown = document;
	for (let i = 0; i < parts.length; i++) {
		const part = parts[i] ?? "";
		here = (here as Json | undefined)?.[part];
		if (!/^\d+$/.test(parts[i + 1] ?? "")) {
			if (!WRAPPED.has(part)) words.push(plain(part));
			continue;
		}
		const number = Number(parts[++i]);
		here = (here as unknown[] | undefined)?.[number];
		const item = here as Json | undefined;
		const name = item?.name ?? nameOf(item, document);
		words.push(name ? String(name) : `${LISTS[part] ?? plain(part)} ${number + 1}`);
	}
	return words.join(", ");
}

/** What has no name of its own is called by what it points to. */
function nameOf(item: Json | undefined, document?: Loaf): string | undefined {
	const named = [
		[item?.embed, document?.embeds],
		[item?.pieces, document?.pieces],
		[item?.colour, document?.colours],
	] as const;
	for (const [id, list] of named) {
		const found = list?.find((other) => other.id === id);
		if (found) return found.name;
	}
	return undefined;
}
