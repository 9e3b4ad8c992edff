import type { BenchJob } from "../../api/types";
import { LOOKS, type Tone } from "../tone";
import { leftText, STANDS, when } from "./jobText";
import { useNow } from "./useNow";

interface Props {
	job: BenchJob;
	zone: string;
	tone: Tone;
	onAnyway: () => void;
	onOthers: () => void;
}

const SAYS: Partial<Record<BenchJob["stands"], string>> = {
	waiting: "It still waits",
	early: "It is too early",
	after: "Something comes before it",
	missed: "Its time is over",
};

/** A job whose turn has not come, or is over: until when, why, and what can be done. One press begins it all the same. */
export function HeldUp({ job, zone, tone, onAnyway, onOthers }: Props) {
	const now = useNow(5);
	const look = LOOKS[tone];
	const key = "min-h-24 rounded-2xl px-4 text-2xl font-extrabold";
	const [sign] = STANDS[job.stands];
	return (
		<section aria-live="polite" aria-label="Now" className="flex flex-1 flex-col justify-center gap-4 py-2">
			<p className={`text-2xl ${look.soft}`}>
				{sign} {SAYS[job.stands]} · {job.of}
			</p>
			<h1 className="text-[clamp(2.2rem,4.6vw,3.6rem)] leading-[1.05]">{job.title}</h1>
			{job.until && job.stands !== "missed" && (
				<p role="timer" className="text-3xl">
					<strong className="figures">{leftText(Date.parse(job.until) - now)}</strong> to go, until{" "}
					{when(job.until, zone, now)}
				</p>
			)}
			{job.until && job.stands === "missed" && (
				<p className="text-3xl">It was due by {when(job.until, zone, now)}.</p>
			)}
			{job.why && <p className="max-w-3xl text-2xl">{job.why}</p>}
			{job.start && job.stands !== "missed" && (
				<p className={`text-xl ${look.soft}`}>Planned for {when(job.start, zone, now)}.</p>
			)}
			<div className="mt-2 grid gap-3 sm:grid-cols-2">
				<button type="button" onClick={onOthers} className={`${key} ${look.press}`}>
					What else is due
				</button>
				<button type="button" onClick={onAnyway} className={`${key} border-2 ${look.plain}`}>
					{job.stands === "missed" ? "Do it now" : "Begin it anyway"}
				</button>
			</div>
		</section>
	);
}
