import { counted, fixed, houseNow } from "./counting";

export type Units = "metric" | "us";
/** ``dose``: for a kilogram of oils; ``price``: of a kilogram; ``temperature``: on a scale with a zero of its own. */
export type Quantity = "length" | "volume" | "weight" | "dose" | "price" | "temperature";

export interface Unit {
	readonly label: string;
	/** How many of the core's unit (mm, ml, g, g/kg, °C) make one of this. */
	readonly size: number;
	readonly digits: number;
	/** What its zero is in the core's unit. */
	readonly zero?: number;
}

/** A US teaspoon. */
export const ML_PER_TSP = 29.5735295625 / 6;

const UNITS: Record<Units, Record<Quantity, Unit>> = {
	metric: {
		length: { label: "mm", size: 1, digits: 1 },
		volume: { label: "ml", size: 1, digits: 0 },
		weight: { label: "g", size: 1, digits: 1 },
		dose: { label: "g/kg", size: 1, digits: 2 },
		price: { label: "by the kg", size: 1, digits: 2 },
		temperature: { label: "°C", size: 1, digits: 1 },
	},
	us: {
		length: { label: "in", size: 25.4, digits: 2 },
		volume: { label: "fl oz", size: 29.5735295625, digits: 1 },
		weight: { label: "oz", size: 28.349523125, digits: 2 },
		dose: { label: "oz/lb", size: 62.5, digits: 4 },
		price: { label: "by the lb", size: 1000 / 453.59237, digits: 2 },
		temperature: { label: "°F", size: 5 / 9, digits: 0, zero: -160 / 9 },
	},
};

/** Papers as a select shows them: in a US studio there is only the one, unless it has said otherwise. */
export const papersOf = (units: Units): readonly (readonly ["A4" | "Letter", string])[] =>
	units === "us" && houseNow().paper !== "A4"
		? [["Letter", "Letter"]]
		: [
				["A4", "A4"],
				["Letter", "Letter"],
			];

/** The studio's own paper, or what is at hand where those units are. */
export const paperOf = (units: Units): "A4" | "Letter" =>
	houseNow().paper ?? (units === "us" ? "Letter" : "A4");

export const unitOf = (units: Units, quantity: Quantity): Unit => UNITS[units][quantity];

/** Less than this is no weight but a remainder of sums [g]. */
const NOTHING_G = 0.0005;

/** A number in the user's unit, without more digits than it deserves; "−0" is 0, and what weighs something never is. */
export function inUnits(value: number, quantity: Quantity, units: Units, digits?: number): string {
	const unit = UNITS[units][quantity];
	const places = digits ?? unit.digits;
	const inUnit = (value - (unit.zero ?? 0)) / unit.size;
	const text = inUnit.toFixed(places);
	if (Number(text) !== 0) return counted(text.replace("-", "−"));
	const little = quantity === "weight" && Math.abs(value) >= NOTHING_G;
	return counted(little ? String(Number(inUnit.toPrecision(1))).replace("-", "−") : (0).toFixed(places));
}

export function withUnit(value: number, quantity: Quantity, units: Units, digits?: number): string {
	return `${inUnits(value, quantity, units, digits)} ${UNITS[units][quantity].label}`;
}

/** A dose by the oils, without zeros that say nothing. */
export function doseText(g_per_kg: number, units: Units): string {
	const unit = UNITS[units].dose;
	return counted(`${Number((g_per_kg / unit.size).toPrecision(3))} ${unit.label}`);
}

/** A usual range of doses. */
export const doseRange = (low: number, high: number, units: Units): string =>
	counted(`${Number((low / UNITS[units].dose.size).toPrecision(3))} to ${doseText(high, units)}`);

/** A scale's display, as the plan tells it. */
interface ScaleFace {
	readonly unit: string;
	readonly unit_g: number;
	readonly digits: number;
}

/** A weight as it stands on the scale that weighs it: paper, screen and scale say the same. */
export const onScale = (grams: number, scale: ScaleFace): string =>
	`${fixed(grams / scale.unit_g, scale.digits).replace("-", "−")} ${scale.unit}`;

/** A temperature: Celsius with metric units, Fahrenheit with US ones. */
export const temperatureText = (celsius: number, units: Units): string =>
	units === "metric" ? `${Math.round(celsius)} °C` : `${Math.round((celsius * 9) / 5 + 32)} °F`;

/** Minutes as people say them. */
export function minutesText(minutes: number): string {
	if (minutes < 90) return `${Math.round(minutes)} min`;
	const quarters = Math.round(minutes / 15) / 4;
	return counted(`${Number(quarters.toFixed(2))} h`);
}

const QUANTITIES: Record<string, Quantity> = { mm: "length", ml: "volume", g: "weight" };

/** A figure's value with its unit; units that do not change (%, Pa) are left alone. */
export function figureText(value: number, unit: string, units: Units, digits?: number): string {
	const quantity = QUANTITIES[unit];
	if (unit === "°C") return temperatureText(value, units);
	if (unit === "min") return minutesText(value);
	if (quantity) return withUnit(value, quantity, units, digits);
	if (unit === "g/ml" && units === "us") {
		const by = unitOf(units, "volume").size / unitOf(units, "weight").size;
		return `${fixed(value * by, digits ?? 3)} oz/fl oz`;
	}
	if (unit === "mm²" && units === "us") return `${fixed(value / 25.4 ** 2, digits ?? 2)} in²`;
	return `${fixed(value, digits ?? (unit === "g/ml" ? 3 : 1))} ${unit}`;
}

const KEY = "archtop.units";

/** The user's units: a matter of this browser, never of a document. */
export const chosenUnits = (): Units => (localStorage.getItem(KEY) === "us" ? "us" : "metric");
export const keepUnits = (units: Units): void => localStorage.setItem(KEY, units);

/** The sign that money is written with: the studio's own, or what goes with its units until one is chosen. */
export const currencyOf = (chosen: string, units: Units): string => chosen || (units === "us" ? "$" : "€");
