import { useState } from "react";
import { useUnits } from "./UnitsContext";
import { paperOf, papersOf } from "./units";

/** The paper to print on: as chosen, where the units in use have it. */
export function usePaper() {
	const { units } = useUnits();
	const [chosen, choose] = useState<"A4" | "Letter" | null>(null);
	const papers = papersOf(units);
	const paper = papers.find(([key]) => key === chosen)?.[0] ?? paperOf(units);
	return { paper, papers, choose };
}
