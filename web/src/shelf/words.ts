import type { Lot } from "../api/types";

export const KEPT = [
	["sealed", "Wrapped tight"],
	["covered", "In a box with a lid"],
	["open", "Open"],
] as const;

/** Kinds of lot in the order they stand on the shelf. */
export const SHELVES: readonly (readonly [string, readonly Lot["kind"][]])[] = [
	[
		"Columns and pieces",
		["column", "cavity", "composite", "cutter", "chunk", "wedge", "board", "ball", "dough", "melt", "piped"],
	],
	["Dough", ["raw dough"]],
	["Shreds and trimmings", ["shreds", "trimmings"]],
	["Bars on the rack", ["bars"]],
];

export const KINDS: readonly (readonly [Lot["kind"], string])[] = [
	["column", "Columns"],
	["cavity", "Cast pieces"],
	["composite", "Figures in a surround"],
	["cutter", "Cut-outs"],
	["chunk", "Chunks"],
	["wedge", "Wedges"],
	["board", "Boards"],
	["ball", "Balls"],
	["dough", "Shapes of dough"],
	["melt", "Melt-and-pour pieces"],
	["piped", "Piped flowers"],
	["raw dough", "Soap dough"],
	["shreds", "Shreds"],
	["trimmings", "Trimmings"],
	["bars", "Bars"],
];
