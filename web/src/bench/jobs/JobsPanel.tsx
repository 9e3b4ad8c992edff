import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { todayQuery } from "../../api/queries";
import type { BenchJob } from "../../api/types";
import { useRoom } from "../room";
import { LOOKS, type Tone } from "../tone";
import { JobRow } from "./JobRow";
import { useNow } from "./useNow";

interface Props {
	tone: Tone;
	onGo: () => void;
	/** In the middle of the screen, where nothing else is to be done. */
	large?: boolean;
}

const same = (a: BenchJob, b: BenchJob | null) => a.loaf === b?.loaf && a.key === b.key;

/** What is due or waits in all loaves, and what else this loaf asks for: one press goes there. */
export function JobsPanel({ tone, onGo, large = false }: Props) {
	const { jobs, job } = useRoom();
	const { data: today } = useQuery(todayQuery);
	const now = useNow();
	const look = LOOKS[tone];
	const zone = jobs?.zone ?? today?.zone ?? "UTC";
	const due = [...(today?.now ?? []), ...(today?.waiting ?? [])].filter((item) => !same(item, job));
	const own = (jobs?.jobs ?? []).filter(
		(item) => item.stands !== "done" && !same(item, job) && !due.some((other) => same(other, item)),
	);
	const list = (label: string, items: readonly BenchJob[], ofLoaf = false) =>
		items.length > 0 && (
			<div>
				<h2 className="text-xl">{label}</h2>
				<ul className="mt-2 grid gap-2 lg:grid-cols-2">
					{items.map((item) => (
						<li key={`${item.loaf} ${item.key}`}>
							<JobRow job={item} zone={zone} now={now} tone={tone} own={ofLoaf} onGo={onGo} />
						</li>
					))}
				</ul>
			</div>
		);
	return (
		<section
			aria-label="Jobs"
			// biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached from the keyboard.
			tabIndex={0}
			className={`shrink-0 space-y-4 overflow-y-auto rounded-2xl border-2 p-4 ${large ? "" : "max-h-[46vh]"} ${look.card}`}
		>
			{list("Due, ready or waiting, in all loaves", due)}
			{list("Later for this loaf", own, true)}
			{due.length + own.length === 0 && <p className="text-xl">Nothing else is to be done.</p>}
			<Link to="/bench" className="inline-block text-lg text-current underline">
				The whole day
			</Link>
		</section>
	);
}
