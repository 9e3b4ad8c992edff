import { type Units, withUnit } from "../../ui/units";

/** Where something lies on the top, for who does not see it. */
export const placeOnTop = ({ x, y }: { x: number; y: number }, units: Units): string =>
	`${withUnit(x, "length", units)} across, ${withUnit(y, "length", units)} along`;
