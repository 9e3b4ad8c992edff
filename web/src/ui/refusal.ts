import { createContext, useContext } from "react";
import type { Problem } from "../api/types";

/** What was refused, tied to the controls that it is about. */
export interface Refusals {
	/** Called by a control before it hands a change on. */
	readonly touch: (control: string) => void;
	readonly of: (control: string) => string | undefined;
}

export const RefusalContext = createContext<Refusals>({ touch: () => {}, of: () => undefined });

/** Why, and what to do about it. */
export const sentenceOf = ({ limit, remedy }: Problem) =>
	`${limit.charAt(0).toUpperCase()}${limit.slice(1)}. ${remedy}`;

/** A control's part in it: what is said of it, and how it says that it is changed. */
export function useRefusal(control: string) {
	const { touch, of } = useContext(RefusalContext);
	return { said: of(control), touch: () => touch(control) };
}
