import type { Block } from "../api/types";

/** How each kind of job is named and drawn: what is cast is dark, what comes out light, the pour stands out. */
export const KINDS: Record<Block["kind"], { name: string; fill: string; ink: string }> = {
	cast: { name: "Cast", fill: "#1f4f8f", ink: "#ffffff" },
	"turn out": { name: "Turn out", fill: "#bcd3ee", ink: "#14263f" },
	fit: { name: "Dry-fit", fill: "#d9d2bd", ink: "#14263f" },
	pour: { name: "Pour", fill: "#b4471f", ink: "#ffffff" },
	spritz: { name: "Spritz", fill: "#e7dcf3", ink: "#14263f" },
	cut: { name: "Cut", fill: "#1d6b4a", ink: "#ffffff" },
	cured: { name: "Ready", fill: "#fbfcf9", ink: "#14263f" },
};
