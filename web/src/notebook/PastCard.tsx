import { Link } from "react-router";
import { photoAddress } from "../api/photos";
import type { FoundLoaf } from "../api/types";
import { LoafPicture } from "../loaves/LoafPicture";
import { dayText } from "../ui/dates";

const VERDICTS: Record<string, string> = {
	again: "Again",
	"again but": "Again, but",
	never: "Never again",
};

/** A past loaf: its plan drawn beside the photograph of what came of it. */
export function PastCard({ loaf }: { loaf: FoundLoaf }) {
	const photo = loaf.face ?? loaf.top;
	return (
		<li className="tray overflow-hidden">
			<Link to={`/loaf/${loaf.id}/notes`} className="group block p-3 text-ink no-underline">
				<div className="grid h-28 grid-cols-2 gap-2">
					<div className="flex items-end justify-center rounded bg-bench p-1">
						<LoafPicture loaf={loaf} wide={112} high={100} label={`${loaf.name} as planned`} />
					</div>
					{photo ? (
						<img
							src={photoAddress(photo)}
							alt={`${loaf.name} as it came out`}
							loading="lazy"
							className="h-28 w-full rounded object-cover"
						/>
					) : (
						<div className="flex items-center justify-center rounded border border-line border-dashed text-soft text-xs">
							no photograph
						</div>
					)}
				</div>
				<h2 className="mt-2 text-base group-hover:underline">{loaf.name}</h2>
				<p className="text-sm">
					{loaf.on ? dayText(loaf.on) : "Nothing written down"}
					{loaf.verdict && <strong> · {VERDICTS[loaf.verdict]}</strong>}
				</p>
				{loaf.faults.length > 0 && <p className="text-brass text-sm">{loaf.faults.join(" · ")}</p>}
				{loaf.says && <p className="truncate text-soft text-xs">{loaf.says}</p>}
			</Link>
		</li>
	);
}
