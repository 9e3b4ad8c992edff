import { Link } from "react-router";
import type { Today } from "../../api/types";
import { dayShort } from "../../ui/dates";
import { localDay } from "../../ui/zoneTime";

/** A loaf that has cured: what it has come to is weighed and written down. */
export function CuredRow({ bars, zone }: { bars: Today["cured"][number]; zone: string }) {
	return (
		<li>
			<Link className="block min-h-6 py-1 text-ink" to={`/loaf/${bars.loaf}/notes`}>
				{bars.name} is cured: weigh its bars{" "}
				<span className="text-soft">(since {dayShort(localDay(bars.times.cured_from, zone))})</span>
			</Link>
		</li>
	);
}
