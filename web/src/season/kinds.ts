import type { Block } from "../api/types";

/** How each kind of job is named, marked and drawn: cast is dark, turned out light, the pour stands out. */
export const KINDS: Record<Block["kind"], { name: string; mark: string; fill: string; ink: string }> = {
	cast: { name: "Cast", mark: "Ca", fill: "#1f4f8f", ink: "#ffffff" },
	"turn out": { name: "Turn out", mark: "T", fill: "#bcd3ee", ink: "#14263f" },
	fit: { name: "Dry-fit", mark: "F", fill: "#d9d2bd", ink: "#14263f" },
	pour: { name: "Pour", mark: "P", fill: "#b4471f", ink: "#ffffff" },
	spritz: { name: "Spritz", mark: "S", fill: "#e7dcf3", ink: "#14263f" },
	look: { name: "Look", mark: "L", fill: "#fbe9b7", ink: "#14263f" },
	cut: { name: "Cut", mark: "Cu", fill: "#1d6b4a", ink: "#ffffff" },
	cured: { name: "Ready", mark: "R", fill: "#fbfcf9", ink: "#14263f" },
};
