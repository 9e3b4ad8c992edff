import { Pin } from "lucide-react";
import type { Season } from "../api/types";
import { dayShort } from "../ui/dates";
import { localDay, localTime } from "../ui/zoneTime";
import { KINDS } from "./kinds";

interface Props {
	season: Season;
	selected: string | null;
	onSelect: (key: string) => void;
}

/** Every job in the order of its day. */
export function JobList({ season, selected, onSelect }: Props) {
	const { zone } = season.hours;
	const names = new Map((season.plan?.loaves ?? []).map((loaf) => [loaf.loaf, loaf.name]));
	const jobs = (season.plan?.blocks ?? []).filter((block) => block.kind !== "cured");
	if (jobs.length === 0) return null;
	return (
		<section aria-label="Jobs" className="tray p-4">
			<h2 className="text-base">Day by day</h2>
			<ol className="mt-1 columns-1 gap-6 text-sm sm:columns-2">
				{jobs.map((job) => (
					<li key={job.key} className="break-inside-avoid">
						<button
							type="button"
							aria-pressed={job.key === selected}
							className={`flex min-h-7 w-full items-center gap-2 rounded px-1 text-left hover:bg-rim-wash ${job.key === selected ? "bg-rim-wash" : ""}`}
							onClick={() => onSelect(job.key)}
						>
							<span
								aria-hidden
								className="size-3 shrink-0 rounded-sm border border-ink/60"
								style={{ background: KINDS[job.kind].fill }}
							/>
							<span className="figures shrink-0 text-soft">
								{dayShort(localDay(job.start, zone))} {localTime(job.start, zone)}
							</span>
							<span className={`truncate ${job.held === "done" ? "line-through" : ""}`}>
								{job.title.includes(names.get(job.loaf) ?? "?")
									? job.title
									: `${job.title}, ${names.get(job.loaf)}`}
							</span>
							{job.held === "pinned" && <Pin aria-label="held" className="size-3.5 shrink-0 text-brass" />}
							{job.moved && <span className="shrink-0 font-semibold text-brass text-xs">moved</span>}
						</button>
					</li>
				))}
			</ol>
		</section>
	);
}
