import { createContext, useContext } from "react";

/** What was refused of a document, tied to the controls whose change brought it about. */
export interface Refusals {
	/** Called by a control before it hands a change on. */
	readonly touch: (control: string) => void;
	readonly of: (control: string) => string | undefined;
}

export const RefusalContext = createContext<Refusals>({ touch: () => {}, of: () => undefined });

/** A control's part in it: what is said of it, and how it says that it is changed. */
export function useRefusal(control: string) {
	const { touch, of } = useContext(RefusalContext);
	return { said: of(control), touch: () => touch(control) };
}
