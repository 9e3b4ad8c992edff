/** Bought bases that are melted, as a select shows them. */
export const BASES = [
	["clear base", "Melt-and-pour base, clear"],
	["white base", "Melt-and-pour base, white"],
] as const;

export const MELT_CAUTION = [
	"Melted base is hot: it burns as oil does. If it is spritzed with alcohol, no flame near.",
];

export const SPRITZ_CAUTION = ["Alcohol burns: no flame near, windows open, away from the eyes."];
