import { ArrowLeft, Hourglass, Moon, Repeat2, Sun } from "lucide-react";
import { Link } from "react-router";
import { useEditor } from "../loaf/editor/EditorContext";
import { useUnits } from "../ui/UnitsContext";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

interface Props {
	tone: Tone;
	onTurn: () => void;
	total: number;
}

/** The way back, how far the day has come, and where else to go. */
export function BenchHeader({ tone, onTurn, total }: Props) {
	const { id, document } = useEditor();
	const { base, bench, rehearsing } = useRoom();
	const { units, choose } = useUnits();
	const look = LOOKS[tone];
	const key = `flex min-h-[64px] items-center gap-2 rounded-xl border px-4 font-semibold whitespace-nowrap no-underline ${look.plain}`;
	return (
		<header className="flex items-center gap-3 px-5 pt-3">
			<Link to={`/loaf/${id}`} className={key}>
				<ArrowLeft aria-hidden className="size-5" /> {document.name}
			</Link>
			<p className={`figures ml-auto text-right text-lg leading-tight ${look.soft}`} role="status">
				{total - bench.queue.length} of {total} done
				{bench.waiting > 0 && (
					<span className="block text-sm whitespace-nowrap">
						{bench.waiting} kept here, {bench.stuck ? "no connection yet" : "on their way"}
					</span>
				)}
			</p>
			<Link to={rehearsing ? `/loaf/${id}/bench` : `/loaf/${id}/rehearsal`} className={key}>
				<Repeat2 aria-hidden className="size-5" /> {rehearsing ? "The real bench" : "Rehearse"}
			</Link>
			<Link to={`${base}/clock`} className={key}>
				<Hourglass aria-hidden className="size-5" /> Trace clock
			</Link>
			<button
				type="button"
				onClick={() => choose(units === "metric" ? "us" : "metric")}
				className={`figures min-w-[64px] justify-center ${key}`}
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
