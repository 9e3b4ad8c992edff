import { Check } from "lucide-react";
import type { ReactNode } from "react";
import type { Amount, BowlClock, Step } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { Cautions } from "../ui/Cautions";
import { useUnits } from "../ui/UnitsContext";
import { minutesText, onScale, temperatureText, withUnit } from "../ui/units";
import type { Bench } from "./benchOf";
import { StepPicture } from "./StepPicture";
import { TopTemplate } from "./TopTemplate";
import { LOOKS, type Tone } from "./tone";
import { minutesOf } from "./useGate";
import { WaitsFor } from "./WaitsFor";
import { WaitTimer } from "./WaitTimer";

// What is read off is larger than what is done: the scale stands two metres from the screen.
const SIZES = {
	none: { title: "text-[clamp(2.4rem,5.2vw,5rem)]", amount: "" },
	few: { title: "text-[clamp(2rem,3.4vw,3.6rem)]", amount: "text-[clamp(2.2rem,3.8vw,4.2rem)]" },
	many: { title: "text-[clamp(1.7rem,2.4vw,2.8rem)]", amount: "text-[clamp(1.8rem,2.7vw,3.2rem)]" },
} as const;

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
	const size = SIZES[step.amounts.length === 0 ? "none" : many ? "many" : "few"];
	const rest = minutesOf(step);
	// A wait that goes on while another step is taken up first keeps its clock in sight.
	const other = bench.outOfTurn ? bench.queue[1] : undefined;
	const meanwhile = other && minutesOf(other);
	return (
		<section aria-live="polite" aria-label="Now" className="flex flex-1 flex-col justify-center gap-3 py-2">
			<div className="flex flex-wrap items-start gap-x-8 gap-y-3">
				<div className="min-w-[min(100%,24rem)] flex-1 space-y-3">
					<p className={`text-2xl ${look.soft}`}>{step.stage}</p>
					<h1 className={`leading-[1.05] ${size.title}`}>{step.title}</h1>
					{step.detail && <p className="max-w-4xl text-2xl">{step.detail}</p>}
				</div>
				<StepPicture step={step.key} clocks={clocks} />
			</div>
			<WaitsFor step={step.key} clocks={clocks} tone={tone} />
			{bench.since && rest && <WaitTimer since={bench.since} minutes={rest} tone={tone} />}
			{bench.since && other && meanwhile && (
				<WaitTimer since={bench.since} minutes={meanwhile} tone={tone} of={other.title} />
			)}
			<TopTemplate step={step.key} tone={tone} clocks={clocks} />
			{children}
			{step.amounts.length > 0 && (
				<ul className={`grid gap-x-8 gap-y-1.5 text-2xl ${many ? "sm:grid-cols-2" : "max-w-4xl"}`}>
					{step.amounts.map((amount) => (
						<AmountLine
							key={amount.key}
							amount={amount}
							step={step}
							tone={tone}
							bench={bench}
							weighing={weighing}
							size={size.amount}
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
	size: string;
}

/** One number; where things are weighed one after another it is ticked off, and says what an untared scale then reads. */
function AmountLine({ amount, step, tone, bench, weighing, size }: LineProps) {
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
			<strong className={`figures leading-none whitespace-nowrap ${size}`}>{text(amount.value)}</strong>
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
