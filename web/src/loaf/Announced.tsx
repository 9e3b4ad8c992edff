import { useEffect, useRef, useState } from "react";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { useEditor } from "./editor/EditorContext";

/** So long the hands must rest before a change is read out [ms]. */
const REST_MS = 1200;

/** What a change came to, for who hears the page instead of seeing it: grams, level, what is worth knowing. */
export function Announced() {
	const { live } = useEditor();
	const { units } = useUnits();
	const { plan } = live;
	const told = [
		`Now to mix: ${withUnit(plan.total_to_mix_g, "weight", units)}`,
		`level: ${withUnit(plan.level_mm, "length", units)}`,
		plan.cuts.whole ? "" : `bars: ${plan.cuts.in_all}`,
		plan.remarks.length > 0 ? `worth knowing: ${plan.remarks.length}, in their list` : "",
	]
		.filter(Boolean)
		.join("; ");
	const before = useRef(told);
	const [says, setSays] = useState("");
	useEffect(() => {
		if (before.current === told) return;
		const timer = setTimeout(() => {
			before.current = told;
			setSays(told);
		}, REST_MS);
		return () => clearTimeout(timer);
	}, [told]);
	return (
		<p aria-live="polite" className="sr-only" data-announced>
			{says}
		</p>
	);
}
