import { Link } from "react-router";
import type { Today } from "../../api/types";
import { dayShort } from "../../ui/dates";
import { localDay } from "../../ui/zoneTime";

/** A loaf that has cured: what it has come to is weighed and written down. */
export function CuredRow({ bars, zone }: { bars: Today["cured"][number]; zone: string }) {
	return (
		<li className="flex flex-wrap items-center gap-x-2 py-0.5">
			<span className="min-w-0 flex-1">
				{bars.name} is cured{" "}
				<span className="text-soft">(since {dayShort(localDay(bars.times.cured_from, zone))})</span>
			</span>
			<Link
				className="inline-flex min-h-8 items-center font-semibold text-rim-deep"
				to={`/loaf/${bars.loaf}/notes`}
				aria-label={`Weigh and write down ${bars.name}`}
			>
				Weigh and write down
			</Link>
		</li>
	);
}
