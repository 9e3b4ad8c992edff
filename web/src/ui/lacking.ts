import { vi } from "vitest";

/** For tests: what lists that are looked through ask of a browser, and a document without one lacks. */
export function lendWhatIsLacking(): void {
	vi.stubGlobal(
		"ResizeObserver",
		class {
			observe() {}
			unobserve() {}
			disconnect() {}
		},
	);
	Element.prototype.scrollIntoView = () => {};
}
