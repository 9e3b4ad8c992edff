import { Link } from "react-router";
import type { LoafSummary } from "../api/types";
import { Button } from "../ui/Button";
import { dayText } from "../ui/dates";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { LoafPicture } from "./LoafPicture";

interface Props {
	loaf: LoafSummary;
	onPutAway: () => void;
	/** Begun anew, as a loaf of its own. */
	onAgain: () => void;
}

/** How far it is, and its next or last day. */
function standsText({ stands, on }: LoafSummary["stands"]): string {
	const day = on ? dayText(on) : "";
	switch (stands) {
		case "planned":
			return `Planned: pour on ${day}`;
		case "dated":
			return `Pour on ${day}`;
		case "proposed":
			return `Pour by ${day}`;
		case "begun":
			return day ? `Begun; pour on ${day}` : "Begun";
		case "poured":
			return `Poured on ${day}, setting`;
		case "cut":
			return `Cut on ${day}, curing`;
		case "cured":
			return `Cured since ${day}`;
		default:
			return "No pour date yet";
	}
}

/** A loaf on the list: its face, and when it is poured. */
export function LoafCard({ loaf, onPutAway, onAgain }: Props) {
	const { units } = useUnits();
	const { preview } = loaf;
	return (
		<li className="tray flex flex-col overflow-hidden">
			<Link to={`/loaf/${loaf.id}`} className="group block flex-1 p-4 text-ink no-underline">
				<div className="flex h-44 items-end justify-center rounded-lg bg-bench px-3 pb-2">
					<LoafPicture loaf={loaf} wide={210} high={160} label={`Face of ${loaf.name}`} />
				</div>
				<h2 className="mt-3 text-lg group-hover:underline">{loaf.name}</h2>
				<p className="text-sm text-soft">{standsText(loaf.stands)}</p>
				<p className="figures text-sm">
					{preview.bars} {preview.whole ? "cups" : "bars"} ·{" "}
					{withUnit(preview.total_to_mix_g, "weight", units, units === "metric" ? 0 : 1)} to mix
				</p>
			</Link>
			<div className="flex justify-end border-line border-t px-2 py-1">
				<Button look="quiet" className="mr-auto" onClick={onAgain} aria-label={`Pour it again: ${loaf.name}`}>
					Pour it again
				</Button>
				<Button look="quiet" onClick={onPutAway} aria-label={`Put away ${loaf.name}`}>
					Put away
				</Button>
			</div>
		</li>
	);
}
