import { Check, SkipForward, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { Step } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { clockText } from "../ui/dates";
import { inQuotes } from "../ui/inQuotes";
import { BenchHeader } from "./BenchHeader";
import type { Bench } from "./benchOf";
import { HeldUp } from "./jobs/HeldUp";
import { JobsPanel } from "./jobs/JobsPanel";
import { heldUp } from "./jobs/jobText";
import { LogPanel } from "./LogPanel";
import { OtherwisePanel } from "./OtherwisePanel";
import { RehearsalBar } from "./rehearsal/RehearsalBar";
import { useRoom } from "./room";
import { ScalePanel } from "./ScalePanel";
import { StepNow } from "./StepNow";
import { type Tool, ToolBelt } from "./ToolBelt";
import { TroublePanel } from "./TroublePanel";
import { LOOKS, type Tone, useTone } from "./tone";
import { type Asked, useGate } from "./useGate";
import { useWakeLock } from "./useWakeLock";
import { WarmthPanel } from "./WarmthPanel";

/** The bench: one step, legible from two metres, one press to go on. */
export function BenchPlace() {
	const { document, live } = useEditor();
	const room = useRoom();
	// A rehearsed day asks as a real one does: what is practised there is what hands do later.
	const { bench, asked } = useGate(room.bench, room.now);
	const { tone, turn } = useTone();
	const [tool, setTool] = useState<Tool | null>(null);
	useWakeLock();
	const now = bench.queue[0];
	const look = LOOKS[tone];
	const { job, jobs } = room;
	// Where somebody has said "begin it anyway", and for which job.
	const [anyway, setAnyway] = useState<string | null>(null);
	const held = job !== null && jobs !== null && heldUp(job) && anyway !== job.key ? job : null;
	useBenchKeys(bench, asked, held !== null);
	return (
		// What is long scrolls inside: the keys stay where the hand expects them.
		<div data-scheme="light" className={`flex h-dvh flex-col ${look.room}`}>
			<title>{`${room.rehearsing ? "Rehearsal" : "Bench"}: ${document.name} · Arch Top`}</title>
			<BenchHeader tone={tone} onTurn={turn} />
			{room.rehearsing && (
				<div className="px-5">
					<RehearsalBar tone={tone} />
				</div>
			)}
			<main className="flex min-h-0 flex-1 flex-col gap-2 px-3 pt-2 pb-3 sm:flex-row sm:gap-4 sm:px-5 sm:pb-4">
				<div className="flex min-h-0 min-w-0 flex-1 flex-col">
					<div className="flex min-h-0 flex-1 flex-col overflow-y-auto">
						{bench.away ? (
							<Away since={bench.away} bench={bench} tone={tone} />
						) : (
							<>
								{tool === "jobs" && <JobsPanel tone={tone} onGo={() => setTool(null)} />}
								{tool === "trouble" && <TroublePanel tone={tone} />}
								{tool === "otherwise" && now && <OtherwisePanel step={now} bench={bench} tone={tone} />}
								{tool === "log" && <LogPanel steps={live.plan.steps} presses={bench.presses} tone={tone} />}
								{held ? (
									<HeldUp
										job={held}
										zone={jobs?.zone ?? "UTC"}
										tone={tone}
										onAnyway={() => setAnyway(held.key)}
										onOthers={() => setTool("jobs")}
									/>
								) : now ? (
									<StepNow step={now} tone={tone} bench={bench} clocks={room.clocks.clocks}>
										{tool === "scale" && now.amounts.some((amount) => amount.reads != null) && (
											<ScalePanel step={now} tone={tone} finest={document.sizing.scale_step_g} />
										)}
										{tool === "warmth" && <WarmthPanel step={now} tone={tone} />}
									</StepNow>
								) : (
									<AllDone tone={tone} />
								)}
								{!held && <Next steps={bench.queue.slice(1, 3)} tone={tone} onBegin={bench.begin} />}
							</>
						)}
					</div>
					{asked ? <Ask asked={asked} tone={tone} /> : !held && <BigKeys bench={bench} tone={tone} />}
				</div>
				<ToolBelt
					tool={tool}
					onTool={(next) => setTool(next === tool ? null : next)}
					away={bench.away !== null}
					onAway={() => bench.tick("away")}
					tone={tone}
				/>
			</main>
		</div>
	);
}

/** Nothing is left of the job: what comes next, and where it is written down. */
function AllDone({ tone }: { tone: Tone }) {
	const { id } = useEditor();
	const { job, jobs, rehearsing } = useRoom();
	const over = (jobs?.jobs ?? []).every((item) => item.stands === "done" || item.key === job?.key);
	if (rehearsing)
		return (
			<p className="my-auto text-center text-5xl font-extrabold">
				The day is over. See above what came of it.
			</p>
		);
	return (
		<div className="my-auto space-y-5">
			<p className="text-center text-4xl font-extrabold">
				{over || !job
					? "All done. Wash up, then write down what happened."
					: `${inQuotes(job.title)} is done.`}
			</p>
			{(over || job?.kind === "cut") && (
				<Link
					to={`/loaf/${id}/notes`}
					className={`mx-auto flex min-h-24 max-w-xl items-center justify-center rounded-2xl px-8 text-3xl font-extrabold no-underline ${LOOKS[tone].press}`}
				>
					Write down what happened
				</Link>
			)}
			{jobs && <JobsPanel tone={tone} onGo={() => undefined} large />}
		</div>
	);
}

/** Asked once, where something hot or sharp is taken before its time. */
function Ask({ asked, tone }: { asked: Asked; tone: Tone }) {
	const look = LOOKS[tone];
	const key = `min-h-24 rounded-2xl px-4 text-2xl font-extrabold`;
	return (
		<section role="alertdialog" aria-label="Before its time" className="mt-3 space-y-3">
			<p className="text-2xl font-bold">{asked.why}</p>
			<div className="grid grid-cols-2 gap-3">
				<button type="button" onClick={asked.leave} className={`${key} border-2 ${look.plain}`}>
					Not yet
				</button>
				<button type="button" onClick={asked.go} className={`${key} ${look.press}`}>
					{asked.yes}
				</button>
			</div>
		</section>
	);
}

function BigKeys({ bench, tone }: { bench: Bench; tone: Tone }) {
	const look = LOOKS[tone];
	const side = `flex h-24 items-center justify-center gap-2 rounded-2xl border-2 text-xl font-bold disabled:opacity-40 ${look.plain}`;
	const idle = bench.away !== null || bench.queue.length === 0;
	return (
		<>
			<div className="mt-3 grid grid-cols-[minmax(84px,1fr)_minmax(84px,1fr)_2fr] gap-2 sm:grid-cols-[minmax(110px,1fr)_minmax(110px,1fr)_4fr] sm:gap-3">
				<button type="button" onClick={bench.undo} disabled={!bench.canUndo} className={side}>
					<Undo2 aria-hidden className="size-7" /> Undo
				</button>
				<button type="button" onClick={bench.skip} disabled={idle} className={side}>
					<SkipForward aria-hidden className="size-7" /> Skip
				</button>
				<button
					type="button"
					onClick={bench.press}
					disabled={idle}
					className={`flex h-24 items-center justify-center gap-3 rounded-2xl text-3xl font-extrabold disabled:opacity-40 ${look.press}`}
				>
					<Check aria-hidden className="size-9" strokeWidth={3} /> Done
				</button>
			</div>
			<p className={`mt-2 hidden text-center text-sm sm:block ${look.soft}`}>
				Space is Done, Backspace is Undo, → takes the next step first, ← goes back to the plan’s order, ↑ ↓ go
				through the amounts.
			</p>
		</>
	);
}

/** Nobody is at the bench: the clocks go on, and the log says for how long. */
function Away({ since, bench, tone }: { since: string; bench: Bench; tone: Tone }) {
	return (
		<section aria-label="Away" className="flex flex-1 flex-col items-center justify-center gap-6 text-center">
			<h1 className="text-5xl">Away since {clockText(since)}</h1>
			<p className="max-w-2xl text-2xl">
				The clocks go on, and the log keeps the time. Lye, children and animals: is the door shut?
			</p>
			<button
				type="button"
				onClick={() => bench.tick("away")}
				className={`min-h-24 rounded-2xl px-10 text-3xl font-extrabold ${LOOKS[tone].press}`}
			>
				Back at the bench
			</button>
		</section>
	);
}

/** The amounts of the step at hand, to go through with the arrow keys. */
const amountKeys = () => [...document.querySelectorAll<HTMLElement>("[data-amount]")];

function useBenchKeys(bench: Bench, asked: Asked | null, held: boolean): void {
	useEffect(() => {
		// What is held up is not pressed by accident.
		if (held) return;
		const listen = (event: KeyboardEvent) => {
			if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
			const onControl = event.target instanceof HTMLElement && event.target.closest("button, a") !== null;
			const next = bench.queue[1];
			const [now] = bench.queue;
			const answers: Record<string, (() => void) | undefined> = {
				Backspace: asked?.leave,
				Escape: asked?.leave,
			};
			const keys: Record<string, (() => void) | undefined> = asked
				? answers
				: {
						// A focused button answers to space by itself.
						" ": onControl ? undefined : bench.away ? () => bench.tick("away") : bench.press,
						Backspace: bench.undo,
						ArrowRight: next && (() => bench.begin(next.key)),
						ArrowLeft: bench.outOfTurn && now ? bench.undo : undefined,
						ArrowDown: DOWN,
						ArrowUp: UP,
					};
			const act = keys[event.key];
			if (!act || (event.target instanceof HTMLElement && event.target.closest("[role=tablist]"))) return;
			event.preventDefault();
			act();
		};
		// What was pressed with a finger lets go of the keys again: the next space is Done.
		const letGo = (event: MouseEvent) => {
			if (event.detail > 0 && document.activeElement instanceof HTMLElement) document.activeElement.blur();
		};
		window.addEventListener("keydown", listen);
		window.addEventListener("click", letGo);
		return () => {
			window.removeEventListener("keydown", listen);
			window.removeEventListener("click", letGo);
		};
	}, [bench, asked, held]);
}

const DOWN = () => focusAmount(1);
const UP = () => focusAmount(-1);

function focusAmount(by: 1 | -1): void {
	const keys = amountKeys();
	const at = keys.indexOf(document.activeElement as HTMLElement);
	keys[at < 0 ? (by > 0 ? 0 : keys.length - 1) : (at + by + keys.length) % keys.length]?.focus();
}

interface NextProps {
	steps: readonly Step[];
	tone: Tone;
	onBegin: (step: string) => void;
}

/** The two steps after this one; pressed, one is taken up first. */
function Next({ steps, tone, onBegin }: NextProps) {
	const look = LOOKS[tone];
	if (steps.length === 0) return null;
	return (
		<ol aria-label="After that" className="grid gap-3 sm:grid-cols-2">
			{steps.map((step) => (
				<li key={step.key}>
					<button
						type="button"
						onClick={() => onBegin(step.key)}
						className={`flex min-h-[64px] w-full items-center gap-3 rounded-xl border px-4 py-2 text-left ${look.card}`}
					>
						<span className="min-w-0 flex-1">
							<span className={`block text-sm ${look.soft}`}>then · {step.stage}</span>
							<span className="block text-xl font-semibold">{step.title}</span>
						</span>
						<span className={`text-sm whitespace-nowrap ${look.soft}`}>do it first</span>
					</button>
				</li>
			))}
		</ol>
	);
}
