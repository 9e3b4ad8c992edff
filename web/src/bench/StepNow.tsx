import { Check } from "lucide-react";
import type { ReactNode } from "react";
import type { Amount, BowlClock, Step } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { Cautions } from "../ui/Cautions";
import { useUnits } from "../ui/UnitsContext";
import { minutesText, onScale, temperatureText, withUnit } from "../ui/units";
import type { Bench } from "./benchOf";
import { TopTemplate } from "./TopTemplate";
import { LOOKS, type Tone } from "./tone";
import { minutesOf } from "./useGate";
import { WaitsFor } from "./WaitsFor";
import { WaitTimer } from "./WaitTimer";

interface Props {
	step: Step;
	tone: Tone;
	bench: Bench;
	clocks: readonly BowlClock[];
	children: ReactNode;
}

/** The step at hand, legible from two metres. */
export function StepNow({ step, tone, bench, clocks, children }: Props) {
	const look = LOOKS[tone];
	const weighing = step.amounts.some((amount) => amount.reads != null);
	const many = step.amounts.length > 4;
	const rest = minutesOf(step);
	// A wait that goes on while another step is taken up first keeps its clock in sight.
	const other = bench.outOfTurn ? bench.queue[1] : undefined;
	const meanwhile = other && minutesOf(other);
	return (
		<section aria-live="polite" aria-label="Now" className="flex flex-1 flex-col justify-center gap-3 py-2">
			<p className={`text-2xl ${look.soft}`}>{step.stage}</p>
			<h1 className="text-[clamp(2.4rem,5.6vw,4.6rem)] leading-[1.05]">{step.title}</h1>
			{step.detail && <p className="max-w-4xl text-2xl">{step.detail}</p>}
			<WaitsFor step={step.key} clocks={clocks} tone={tone} />
			{bench.since && rest && <WaitTimer since={bench.since} minutes={rest} tone={tone} />}
			{bench.since && other && meanwhile && (
				<WaitTimer since={bench.since} minutes={meanwhile} tone={tone} of={other.title} />
			)}
			<TopTemplate step={step.key} tone={tone} />
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

const QUANTITIES = { mm: "length", ml: "volume" } as const;

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
	const { main, fine } = useEditor().live.plan.scales;
	const look = LOOKS[tone];
	const text = (value: number) =>
		amount.unit === "g"
			? onScale(value, amount.fine ? fine : main)
			: amount.unit === "°C"
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
				data-amount
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
