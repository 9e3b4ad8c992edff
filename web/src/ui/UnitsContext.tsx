import { createContext, type ReactNode, useContext, useState } from "react";
import type { Units } from "./units";

interface UnitsState {
	readonly units: Units;
	readonly choose: (units: Units) => void;
}

const UnitsContext = createContext<UnitsState | null>(null);
const KEY = "archtop.units";

/** The user's units: a matter of this browser, never of a document. */
export function UnitsProvider({ children }: { children: ReactNode }) {
	const [units, setUnits] = useState<Units>(() => (localStorage.getItem(KEY) === "us" ? "us" : "metric"));
	const choose = (next: Units) => {
		localStorage.setItem(KEY, next);
		setUnits(next);
	};
	return <UnitsContext value={{ units, choose }}>{children}</UnitsContext>;
}

export function useUnits(): UnitsState {
	const state = useContext(UnitsContext);
	if (!state) throw new Error("useUnits() is only for components inside <UnitsProvider>.");
	return state;
}
