import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, Check, Hourglass, LifeBuoy, Moon, Scale, SkipForward, Sun, Undo2 } from "lucide-react";
import { type ReactNode, useEffect, useState } from "react";
import { Link } from "react-router";
import { clocksQuery } from "../api/queries";
import type { Amount, BowlClock, Step } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { Cautions } from "../ui/Cautions";
import { useUnits } from "../ui/UnitsContext";
import { minutesText, temperatureText, withUnit } from "../ui/units";
import { ScalePanel } from "./ScalePanel";
import { TroublePanel } from "./TroublePanel";
import { LOOKS, type Tone, useTone } from "./tone";
import { type Bench, useBench } from "./useBench";
import { useWakeLock } from "./useWakeLock";
import { WaitsFor } from "./WaitsFor";
import { WaitTimer } from "./WaitTimer";

/** The bench: one step, legible from two metres, one press to go on. */
export function BenchPlace() {
	const { id, document, live } = useEditor();
	const { steps } = live.plan;
	const { units, choose } = useUnits();
	const bench = useBench(id, steps);
	const { tone, turn } = useTone();
	const [weighing, setWeighing] = useState(false);
	const [trouble, setTrouble] = useState(false);
	const { data: clocks } = useQuery(clocksQuery(id));
	const look = LOOKS[tone];
	useWakeLock();
	useBenchKeys(bench.press, bench.undo);
	const now = steps[bench.at];
	return (
		<div className={`flex min-h-screen flex-col ${look.room}`}>
			<title>{`Bench: ${document.name} · Arch Top`}</title>
			<header className="flex items-center gap-4 px-5 pt-3">
				<Link
					to={`/loaf/${id}`}
					className={`flex min-h-[64px] items-center gap-2 rounded-xl border px-5 font-semibold no-underline ${look.plain}`}
				>
					<ArrowLeft aria-hidden className="size-5" /> {document.name}
				</Link>
				<p className={`figures ml-auto text-lg ${look.soft}`} role="status">
					{bench.at} of {steps.length} done
					{bench.waiting > 0 && ` · ${bench.waiting} kept here, no connection yet`}
				</p>
				<button
					type="button"
					aria-pressed={trouble}
					aria-label="When it goes wrong"
					onClick={() => setTrouble(!trouble)}
					className={`grid size-[64px] shrink-0 place-items-center rounded-xl border ${look.plain} ${trouble ? "border-4 border-current" : ""}`}
				>
					<LifeBuoy aria-hidden className="size-6" />
				</button>
				<button
					type="button"
					aria-pressed={weighing}
					onClick={() => setWeighing(!weighing)}
					className={`flex min-h-[64px] items-center gap-2 rounded-xl border px-4 font-semibold ${look.plain} ${weighing ? "border-4 border-current" : ""}`}
				>
					<Scale aria-hidden className="size-5" /> Scale
				</button>
				<Link
					to={`/loaf/${id}/bench/clock`}
					className={`flex min-h-[64px] items-center gap-2 rounded-xl border px-4 font-semibold no-underline ${look.plain}`}
				>
					<Hourglass aria-hidden className="size-5" /> Trace clock
				</Link>
				<button
					type="button"
					onClick={() => choose(units === "metric" ? "us" : "metric")}
					className={`figures min-h-[64px] min-w-[64px] rounded-xl border px-3 font-semibold ${look.plain}`}
				>
					{units === "metric" ? "in · oz" : "mm · g"}
				</button>
				<button
					type="button"
					onClick={turn}
					aria-label={tone === "dark" ? "Light screen" : "Dark screen"}
					className={`grid size-[64px] place-items-center rounded-xl border ${look.plain}`}
				>
					{tone === "dark" ? <Sun aria-hidden className="size-6" /> : <Moon aria-hidden className="size-6" />}
				</button>
			</header>
			<main className="flex flex-1 flex-col px-5 pt-2 pb-5">
				{trouble && <TroublePanel tone={tone} onHappened={(key) => bench.happened(`trouble.${key}`)} />}
				{now ? (
					<Now step={now} tone={tone} bench={bench} clocks={clocks?.bowls ?? []}>
						{weighing && now.amounts.some((amount) => amount.reads != null) && (
							<ScalePanel
								loaf={id}
								step={now}
								bench={bench}
								tone={tone}
								finest={document.sizing.scale_step_g}
							/>
						)}
					</Now>
				) : (
					<p className="my-auto text-center text-5xl font-extrabold">
						All done. Wash up, then write down what happened.
					</p>
				)}
				<Next steps={steps.slice(bench.at + 1, bench.at + 3)} tone={tone} />
				<div className="mt-3 grid grid-cols-[minmax(120px,1fr)_minmax(120px,1fr)_4fr] gap-3">
					<button
						type="button"
						onClick={bench.undo}
						disabled={!bench.canUndo}
						className={`flex h-24 items-center justify-center gap-2 rounded-2xl border-2 text-xl font-bold disabled:opacity-40 ${look.plain}`}
					>
						<Undo2 aria-hidden className="size-7" /> Undo
					</button>
					<button
						type="button"
						onClick={bench.skip}
						disabled={!now}
						className={`flex h-24 items-center justify-center gap-2 rounded-2xl border-2 text-xl font-bold disabled:opacity-40 ${look.plain}`}
					>
						<SkipForward aria-hidden className="size-7" /> Skip
					</button>
					<button
						type="button"
						onClick={bench.press}
						disabled={!now}
						className={`flex h-24 items-center justify-center gap-3 rounded-2xl text-3xl font-extrabold disabled:opacity-40 ${look.press}`}
					>
						<Check aria-hidden className="size-9" strokeWidth={3} /> Done
					</button>
				</div>
				<p className={`mt-2 text-center text-sm ${look.soft}`}>Space is Done, Backspace is Undo.</p>
			</main>
		</div>
	);
}

function useBenchKeys(press: () => void, undo: () => void): void {
	useEffect(() => {
		const listen = (event: KeyboardEvent) => {
			if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
			const onControl = event.target instanceof HTMLElement && event.target.closest("button, a") !== null;
			// A focused button answers to space by itself.
			if (event.key === " " && !onControl) {
				event.preventDefault();
				press();
			} else if (event.key === "Backspace") {
				event.preventDefault();
				undo();
			}
		};
		window.addEventListener("keydown", listen);
		return () => window.removeEventListener("keydown", listen);
	}, [press, undo]);
}

interface NowProps {
	step: Step;
	tone: Tone;
	bench: Bench;
	clocks: readonly BowlClock[];
	children: ReactNode;
}

function Now({ step, tone, bench, clocks, children }: NowProps) {
	const look = LOOKS[tone];
	const weighing = step.amounts.some((amount) => amount.reads != null);
	const many = step.amounts.length > 4;
	const rest = step.do === "wait" ? step.amounts.find((amount) => amount.unit === "min") : undefined;
	return (
		<section aria-live="polite" aria-label="Now" className="flex flex-1 flex-col justify-center gap-3 py-2">
			<p className={`text-2xl ${look.soft}`}>{step.stage}</p>
			<h1 className="text-[clamp(2.4rem,5.6vw,4.6rem)] leading-[1.05]">{step.title}</h1>
			{step.detail && <p className="max-w-4xl text-2xl">{step.detail}</p>}
			<WaitsFor step={step.key} clocks={clocks} tone={tone} />
			{bench.since && rest && <WaitTimer since={bench.since} minutes={rest.value} tone={tone} />}
			{children}
			{step.amounts.length > 0 && (
				<ul className={`grid gap-x-8 gap-y-1.5 ${many ? "text-2xl sm:grid-cols-2" : "max-w-3xl text-3xl"}`}>
					{step.amounts.map((amount) => (
						<AmountLine
							key={amount.key}
							amount={amount}
							step={step}
							tone={tone}
							bench={bench}
							weighing={weighing}
						/>
					))}
				</ul>
			)}
			<Cautions lines={step.cautions} tone={tone} large />
		</section>
	);
}

const QUANTITIES = { g: "weight", mm: "length", ml: "volume" } as const;

interface LineProps {
	amount: Amount;
	step: Step;
	tone: Tone;
	bench: Bench;
	weighing: boolean;
}

/** One number; where things are weighed one after another it is ticked off, and says what an untared scale then reads. */
function AmountLine({ amount, step, tone, bench, weighing }: LineProps) {
	const { units } = useUnits();
	const look = LOOKS[tone];
	const text = (value: number) =>
		amount.unit === "°C"
			? temperatureText(value, units)
			: amount.unit === "min"
				? minutesText(value)
				: withUnit(value, QUANTITIES[amount.unit], units);
	const words = (
		<>
			<span className="min-w-0 flex-1 text-left">{amount.label}</span>
			{weighing && amount.reads != null && amount.reads !== amount.value && (
				<span className={`figures text-base whitespace-nowrap ${look.soft}`}>scale {text(amount.reads)}</span>
			)}
			<strong className="figures whitespace-nowrap">{text(amount.value)}</strong>
		</>
	);
	if (amount.reads == null) {
		return <li className={`flex items-baseline gap-4 border-b py-1.5 ${look.line}`}>{words}</li>;
	}
	const key = `${step.key}#${amount.key}`;
	const ticked = bench.done.has(key);
	return (
		<li>
			<button
				type="button"
				aria-pressed={ticked}
				onClick={() => bench.tick(key)}
				className={`flex min-h-[64px] w-full items-center gap-4 rounded-xl border px-4 ${ticked ? look.ticked : look.plain}`}
			>
				<span
					aria-hidden
					className="grid size-7 shrink-0 place-items-center rounded-md border-2 border-current"
				>
					{ticked && <Check className="size-5" strokeWidth={4} />}
				</span>
				{words}
			</button>
		</li>
	);
}

function Next({ steps, tone }: { steps: readonly Step[]; tone: Tone }) {
	const look = LOOKS[tone];
	if (steps.length === 0) return null;
	return (
		<ol aria-label="After that" className="grid gap-3 sm:grid-cols-2">
			{steps.map((step) => (
				<li key={step.key} className={`rounded-xl border px-4 py-2 ${look.card}`}>
					<p className={`text-sm ${look.soft}`}>then · {step.stage}</p>
					<p className="text-xl font-semibold">{step.title}</p>
				</li>
			))}
		</ol>
	);
}
