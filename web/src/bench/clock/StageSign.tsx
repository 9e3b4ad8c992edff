const SIGNS: Record<string, string> = {
	emulsion: "M4 26H44",
	thin: "M4 26H16q8 -1 16 0H44",
	light: "M4 26H14q5 0 7 -3t7 0t4 3H44",
	medium: "M4 26H13q4 0 6 -8t5 0q2 8 6 8H44",
	thick: "M4 26H11q4 0 6 -12q7 -8 14 0q2 12 6 12H44",
	pudding: "M4 26H11l5 -20q4 6 9 2q4 4 8 -1l4 19H44",
};

/** What a drizzle or a spatula's edge leaves on batter of a stage, in outline. */
export function StageSign({ stage }: { stage: string }) {
	return (
		<svg viewBox="0 0 48 32" className="h-9 w-14 shrink-0" aria-hidden>
			<path d={SIGNS[stage]} fill="none" stroke="currentColor" strokeWidth="3" strokeLinejoin="round" />
		</svg>
	);
}
