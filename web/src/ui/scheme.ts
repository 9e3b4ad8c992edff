/** Light or dark: as the device has it, until this browser is told otherwise. The bench has its own. */
export type Scheme = "device" | "light" | "dark";

const KEY = "archtop.scheme";
const known = (text: string | null): Scheme => (text === "light" || text === "dark" ? text : "device");

export const scheme = (): Scheme => known(localStorage.getItem(KEY));

/** Keeps it and shows it. */
export function chooseScheme(chosen: Scheme): void {
	localStorage.setItem(KEY, chosen);
	showScheme();
}

/** To be done before anything is drawn. */
export function showScheme(): void {
	const chosen = scheme();
	if (chosen === "device") delete document.documentElement.dataset.scheme;
	else document.documentElement.dataset.scheme = chosen;
}
