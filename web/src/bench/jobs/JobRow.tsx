import { Link } from "react-router";
import type { BenchJob } from "../../api/types";
import { LOOKS, type Tone } from "../tone";
import { leftText, STANDS, timeText, toldOf } from "./jobText";

interface Props {
	job: BenchJob;
	zone: string;
	now: number;
	/** On the bench's own screen; nothing on a page. */
	tone?: Tone;
	/** The day it is listed under, where it is. */
	day?: string;
	/** Listed among its own loaf's, which need not be named. */
	own?: boolean;
	onGo?: () => void;
}

export const jobPath = (job: Pick<BenchJob, "loaf" | "key">) => `/loaf/${job.loaf}/bench?job=${job.key}`;

/** A job, how it stands and when; pressed, its steps are on the bench. */
export function JobRow({ job, zone, now, tone, day, own = false, onGo }: Props) {
	const [sign] = STANDS[job.stands];
	const look = tone
		? `min-h-[64px] rounded-xl border px-4 py-2 text-xl ${LOOKS[tone].plain}`
		: "min-h-14 rounded-lg border border-line bg-enamel px-3 py-1.5 text-ink hover:bg-rim-wash";
	const soft = tone ? LOOKS[tone].soft : "text-soft";
	const named = own || job.title.includes(job.of);
	return (
		<Link
			to={jobPath(job)}
			onClick={onGo}
			className={`flex w-full items-center gap-3 text-left no-underline ${look}`}
		>
			<span aria-hidden className="w-6 shrink-0 text-center text-2xl leading-none">
				{sign}
			</span>
			<span className="min-w-0 flex-1">
				<span className="block font-semibold">
					{job.title}
					{!named && <span className={`font-normal ${soft}`}> · {job.of}</span>}
				</span>
				<span className={`block text-sm ${soft}`}>
					<span className="figures">{timeText(job, zone, now, day)}</span>
					{` · ${toldOf(job, zone, now)}`}
				</span>
			</span>
			{job.stands !== "done" && job.minutes > 0 && (
				<span className={`figures shrink-0 text-sm ${soft}`}>{leftText(job.minutes * 60_000)}</span>
			)}
		</Link>
	);
}
