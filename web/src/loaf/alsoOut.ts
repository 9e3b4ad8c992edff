import type { LoafPlan } from "../api/types";
import { type Units, withUnit } from "../ui/units";

/** What comes out of another mould: how many of what, and what one weighs. */
export function alsoOut(out: LoafPlan["also_cut"][number], units: Units): string {
	const [one, many] = out.cups ? ["cup", "cups"] : out.whole ? ["piece", "pieces"] : ["bar", "bars"];
	const weight = withUnit(out.weight.value, "weight", units, units === "metric" ? 0 : 1);
	return `${out.count} ${out.count === 1 ? one : many} of ${weight}`;
}
