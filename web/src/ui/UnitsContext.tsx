import { createContext, type ReactNode, useContext, useState } from "react";
import { chosenUnits, keepUnits, type Units } from "./units";

interface UnitsState {
	readonly units: Units;
	readonly choose: (units: Units) => void;
}

const UnitsContext = createContext<UnitsState | null>(null);

/** The user's units: a matter of this browser, never of a document. */
export function UnitsProvider({ children }: { children: ReactNode }) {
	const [units, setUnits] = useState<Units>(chosenUnits);
	const choose = (next: Units) => {
		keepUnits(next);
		setUnits(next);
	};
	return <UnitsContext value={{ units, choose }}>{children}</UnitsContext>;
}

export function useUnits(): UnitsState {
	const state = useContext(UnitsContext);
	if (!state) throw new Error("useUnits() is only for components inside <UnitsProvider>.");
	return state;
}
