import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, Hourglass, Moon, Repeat2, Smartphone, Sun } from "lucide-react";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { sessionQuery } from "../api/queries";
import { useEditor } from "../loaf/editor/EditorContext";
import { LetIn } from "../session/LetIn";
import { useUnits } from "../ui/UnitsContext";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

interface Props {
	tone: Tone;
	onTurn: () => void;
}

/** The way back, how far the day has come, and where else to go. */
export function BenchHeader({ tone, onTurn }: Props) {
	const { id, document } = useEditor();
	const { base, bench, steps, job, rehearsing } = useRoom();
	const guest = useQuery(sessionQuery).data?.pass_to != null;
	const [letting, setLetting] = useState(false);
	const [params] = useSearchParams();
	const { units, choose } = useUnits();
	const look = LOOKS[tone];
	const key = `flex min-h-[64px] min-w-[64px] items-center justify-center gap-2 rounded-xl border px-3 font-semibold whitespace-nowrap no-underline lg:px-4 ${look.plain}`;
	// On a narrow screen the sign alone: its words are still read out.
	const words = "sr-only lg:not-sr-only";
	return (
		<header className="flex flex-wrap items-center gap-2 px-3 pt-3 sm:gap-3 sm:px-5">
			<Link to={guest ? `/loaf/${id}/notes` : `/loaf/${id}`} className={key}>
				<ArrowLeft aria-hidden className="size-5" />{" "}
				<span className="sr-only sm:not-sr-only">{document.name}</span>
			</Link>
			{job && (
				<p className="hidden min-w-24 flex-1 basis-0 truncate text-lg font-semibold md:block">{job.title}</p>
			)}
			<p className={`figures ml-auto text-right text-lg leading-tight ${look.soft}`} role="status">
				{steps.length - bench.queue.length} of {steps.length} done
				{bench.waiting > 0 && (
					<span className={`block text-sm ${bench.unkept ? "font-bold" : "ml-auto max-w-32"}`}>
						{bench.unkept
							? `${bench.waiting} not sent, and this browser can keep no more: leave the page open`
							: `${bench.waiting} kept here, ${bench.full ? "disk is full" : bench.stuck ? "no connection yet" : "on their way"}`}
					</span>
				)}
			</p>
			{!guest && (
				<Link to={rehearsing ? `/loaf/${id}/bench` : `/loaf/${id}/rehearsal`} className={key}>
					<Repeat2 aria-hidden className="size-5" />{" "}
					<span className={words}>{rehearsing ? "The real bench" : "Rehearse"}</span>
				</Link>
			)}
			{!guest && !rehearsing && (
				<button
					type="button"
					className={`max-sm:hidden ${key}`}
					aria-label="Let a phone in"
					onClick={() => setLetting(true)}
				>
					<Smartphone aria-hidden className="size-5" />
				</button>
			)}
			{letting && <LetIn loaf={id} name={document.name} onClose={() => setLetting(false)} />}
			<Link to={{ pathname: `${base}/clock`, search: `${params}` }} className={key}>
				<Hourglass aria-hidden className="size-5" /> <span className={words}>Trace clock</span>
			</Link>
			<button
				type="button"
				onClick={() => choose(units === "metric" ? "us" : "metric")}
				className={`figures ${key}`}
			>
				{units === "metric" ? "in · oz" : "mm · g"}
			</button>
			<button
				type="button"
				onClick={onTurn}
				aria-label={tone === "dark" ? "Light screen" : "Dark screen"}
				className={`grid size-[64px] shrink-0 place-items-center rounded-xl border ${look.plain}`}
			>
				{tone === "dark" ? <Sun aria-hidden className="size-6" /> : <Moon aria-hidden className="size-6" />}
			</button>
		</header>
	);
}
