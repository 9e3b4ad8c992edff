import { houseNow } from "./counting";
import { type Quantity, type Units, unitOf } from "./units";

/** What somebody typed means: nothing, a number in the core's unit, one of two numbers, or no number. */
export type Typed =
	| { readonly is: "empty" }
	| { readonly is: "number"; readonly value: number; readonly plain: boolean }
	| { readonly is: "unsure"; readonly could: readonly number[] }
	| { readonly is: "wrong"; readonly says: string };

/** What a field takes: a quantity in the units in use, or a bare number that may be followed by its own sign. */
export interface Wanted {
	readonly quantity?: Quantity;
	readonly units: Units;
	readonly sign?: string;
	/** What a millilitre of it weighs as spooned [g], where that was measured. */
	readonly bulk?: number;
	/** How much of it a millilitre of it wetted in oil or water holds [g]. */
	readonly mixed?: number;
}

/** Units that people type, each as how many of the core's it is, and where its zero lies. US customary, as in kitchens. */
const OUNCE = 28.349523125;
const FLUID_OUNCE = 29.5735295625;
const NAMED: Record<string, readonly [Quantity, number, number?]> = {
	mm: ["length", 1],
	cm: ["length", 10],
	m: ["length", 1000],
	in: ["length", 25.4],
	inch: ["length", 25.4],
	inches: ["length", 25.4],
	'"': ["length", 25.4],
	"″": ["length", 25.4],
	mg: ["weight", 0.001],
	g: ["weight", 1],
	gram: ["weight", 1],
	grams: ["weight", 1],
	kg: ["weight", 1000],
	oz: ["weight", OUNCE],
	ounce: ["weight", OUNCE],
	ounces: ["weight", OUNCE],
	lb: ["weight", 16 * OUNCE],
	lbs: ["weight", 16 * OUNCE],
	pound: ["weight", 16 * OUNCE],
	pounds: ["weight", 16 * OUNCE],
	ml: ["volume", 1],
	cl: ["volume", 10],
	l: ["volume", 1000],
	"fl oz": ["volume", FLUID_OUNCE],
	tsp: ["volume", FLUID_OUNCE / 6],
	tbsp: ["volume", FLUID_OUNCE / 2],
	cup: ["volume", 8 * FLUID_OUNCE],
	cups: ["volume", 8 * FLUID_OUNCE],
	"g/kg": ["dose", 1],
	"oz/lb": ["dose", 62.5],
	"°c": ["temperature", 1],
	c: ["temperature", 1],
	"°f": ["temperature", 5 / 9, -160 / 9],
	f: ["temperature", 5 / 9, -160 / 9],
};
const KINDS = {
	length: "a length",
	weight: "a weight",
	volume: "a volume",
	dose: "a dose",
	price: "a price",
	temperature: "a temperature",
} as const;
const VULGAR: Record<string, string> = {
	"½": "1/2",
	"¼": "1/4",
	"¾": "3/4",
	"⅓": "1/3",
	"⅔": "2/3",
	"⅛": "1/8",
	"⅜": "3/8",
	"⅝": "5/8",
	"⅞": "7/8",
};
const SPACES = /[\s\u00a0\u2007\u2009\u202f]+/g;
const PART = /^([+-]?[\d.,\s/]*\d[.,]?)\s*([^\d.,/+-].*?)?(?=\s+[\d.,/]|$)/;

/** A number as people write one: comma or point as the decimal sign, spaces, fractions, a unit behind it or several. */
export function readTyped(text: string, wanted: Wanted): Typed {
	const plain = clean(text);
	if (plain === "") return { is: "empty" };
	const own: Size = wanted.quantity ? unitOf(wanted.units, wanted.quantity) : { size: 1 };
	let rest = plain;
	let sums: readonly number[] = [0];
	let parts = 0;
	let named = false;
	while (rest !== "") {
		const found = PART.exec(rest);
		if (!found) return wrong(text);
		const [whole = "", digits = "", unit = ""] = found;
		const numbers = numbersOf(digits.trim());
		if (typeof numbers === "string") return { is: "wrong", says: numbers };
		if (numbers.length === 0) return wrong(text);
		// A fraction of the whole, where percents are meant: a half is 50.
		const share = wanted.sign === "%" && unit.trim() === "" && digits.includes("/");
		const measure = share ? { size: 100 } : sizeOf(unit.trim().toLowerCase(), wanted, own);
		if (typeof measure === "string") return { is: "wrong", says: measure };
		const { size, zero = 0 } = measure;
		// Only with their units do several numbers belong together: 2 lb 3 oz.
		if (parts > 0 && (!named || unit.trim() === "")) return wrong(text);
		sums = sums.flatMap((sum) => numbers.map((number) => sum + zero + number * size));
		named ||= unit.trim() !== "";
		parts += 1;
		rest = rest.slice(whole.length).trim();
	}
	if (sums.length > 1) return { is: "unsure", could: sums };
	// Thirteen digits: what binary fractions add to a sum of units is nobody's meaning.
	return {
		is: "number",
		value: Number((sums[0] ?? 0).toPrecision(13)),
		plain: /^[+-]?\d*\.?\d+$|^[+-]?\d+\.$/.test(plain),
	};
}

const SHARES: Record<string, string> = { half: "1/2", third: "1/3", quarter: "1/4" };

const clean = (text: string): string => {
	const spelled = text
		.replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
		.replace(
			/\b(?:(?:an?|one)\s+)?(half|third|quarter)\b/gi,
			(_, share: string) => SHARES[share.toLowerCase()] ?? "",
		);
	return spelled
		.replace(/−/g, "-")
		.replace(SPACES, " ")
		.replace(/ ?\/ ?lb\b/gi, "/lb")
		.trim();
};

const wrong = (text: string): Typed => ({ is: "wrong", says: `“${text.trim()}” is no number.` });

/** A spoon to the pound of oils, dry or, as most keep their jars, mixed with oil or water. */
const SPOON_A_POUND = /^(tsp|tbsp) ?(mixed|mix|in oil|in water)? ?(?:\/ ?lb|ppo|per pound)$/;
const NOT_WEIGHED =
	"A level teaspoon of this powder was never weighed: weigh one and write it on the jar, or type “tsp mixed/lb”.";

/** How large a unit is in the core's own, and where its zero lies. */
interface Size {
	readonly size: number;
	readonly zero?: number | undefined;
}

function sizeOf(unit: string, { quantity, sign, bulk, mixed }: Wanted, own: Size): Size | string {
	if (unit === "" || unit === sign?.toLowerCase()) return own;
	const spoon = quantity === "dose" ? SPOON_A_POUND.exec(unit) : null;
	if (spoon) {
		const [, measure = "", wet] = spoon;
		const holds = wet ? mixed : bulk;
		// Grams to a pound, as a dose for a kilogram.
		if (holds) return { size: (((NAMED[measure]?.[1] ?? 0) * holds) / (16 * OUNCE)) * 1000 };
		if (bulk || mixed) return wet ? "This jar goes in dry." : NOT_WEIGHED;
	}
	const known = NAMED[unit.replace(/\.$/, "")];
	if (!known) return `“${unit}” is no unit of this.`;
	const [kind, size, zero] = known;
	if (bulk && kind === "volume" && quantity === "weight") return { size: size * bulk };
	if (kind !== quantity) {
		return quantity
			? `“${unit}” measures ${KINDS[kind]}; here goes ${KINDS[quantity]}.`
			: `Here goes a bare number, without “${unit}”.`;
	}
	return { size, zero };
}

/** Every number that some digits could be; a sentence where they are none. */
function numbersOf(text: string): readonly number[] | string {
	const fraction = /^([+-]?)(?:(\d+) )?(\d+) ?\/ ?(\d+)$/.exec(text);
	if (fraction) {
		const [, minus, whole = "0", over = "0", under = "1"] = fraction;
		if (Number(under) === 0) return "Nothing can be divided by 0.";
		return [(minus === "-" ? -1 : 1) * (Number(whole) + Number(over) / Number(under))];
	}
	const [, minus = "", digits = ""] = /^([+-]?)(.*)$/.exec(text) ?? [];
	const found = unsigned(digits);
	if (typeof found === "string") return found;
	return minus === "-" ? found.map((number) => -number) : found;
}

const GROUPED = /^\d{1,3}(?:[ .,]\d{3})+$/;

function unsigned(digits: string): readonly number[] | string {
	if (/ /.test(digits)) {
		const [, whole = "", rest = ""] = /^(\d{1,3}(?: \d{3})+)((?:[.,]\d+)?)$/.exec(digits) ?? [];
		return whole
			? [Number(whole.replace(/ /g, "") + rest.replace(",", "."))]
			: `“${digits}” is more than one number.`;
	}
	const signs = [...digits.matchAll(/[.,]/g)].map((match) => match[0]);
	const last = signs.at(-1);
	if (last === undefined) return /^\d+$/.test(digits) ? [Number(digits)] : [];
	const kinds = new Set(signs);
	if (kinds.size === 2) {
		const at = digits.lastIndexOf(last);
		const [whole, rest] = [digits.slice(0, at), digits.slice(at + 1)];
		const fits =
			signs.filter((sign) => sign === last).length === 1 && GROUPED.test(whole) && /^\d+$/.test(rest);
		return fits ? [Number(`${whole.replace(/[.,]/g, "")}.${rest}`)] : `“${digits}” has two decimal signs.`;
	}
	const grouped = Number(digits.replace(/[.,]/g, ""));
	if (signs.length > 1) return GROUPED.test(digits) ? [grouped] : `“${digits}” has two decimal signs.`;
	const decimal = Number(digits.replace(",", "."));
	// 1,250 is one and a quarter to some and twelve hundred and fifty to others.
	if (/^[1-9]\d{0,2}[.,]\d{3}$/.test(digits)) {
		const { decimal: sign } = houseNow();
		if (!sign) return [decimal, grouped];
		return [last === (sign === "comma" ? "," : ".") ? decimal : grouped];
	}
	return /^\d*[.,]\d*$/.test(digits) && /\d/.test(digits) ? [decimal] : [];
}
