import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { weighedOtherwise } from "../api/queries";
import type { Amount, Overshoot, Step } from "../api/types";
import { stopBefore } from "../devices/scale";
import type { Hand } from "../devices/simulatedScale";
import { useEditor } from "../loaf/editor/EditorContext";
import { Cautions } from "../ui/Cautions";
import { fixed } from "../ui/counting";
import { onScale } from "../ui/units";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";
import { useScale } from "./useScale";

interface Props {
	step: Step;
	tone: Tone;
	/** How finely this loaf is weighed [g]. */
	finest: number;
}

/** The scale followed live: how much is still to go, when to stop, and what a wrong weight means. */
export function ScalePanel({ step, tone, finest }: Props) {
	const { id, live } = useEditor();
	const { bench } = useRoom();
	const look = LOOKS[tone];
	const { scale, weight, rate } = useScale();
	const [hand, setHand] = useState<Hand>("still");
	const [drift, setDrift] = useState(false);
	const target = step.amounts.find(
		(amount) => amount.reads != null && !bench.done.has(`${step.key}#${amount.key}`),
	);
	const wrong = useMutation({
		mutationFn: ({ amount, grams }: { amount: Amount; grams: number }) =>
			weighedOtherwise(id, {
				pot: step.pot ?? "",
				key: amount.key,
				role: amount.role ?? "oil",
				grams,
			}),
	});
	useEffect(() => {
		if (step.key) scale.tare();
	}, [scale, step.key]);
	const { main, fine } = live.plan.scales;
	const grams = (value: number) => onScale(value, target?.fine ? fine : main);
	const left = target && weight ? target.value - weight.grams : 0;
	const stop = target !== undefined && weight !== null && left <= stopBefore(rate) && weight.grams > 1;
	const move = (next: Hand) => {
		setHand(next);
		scale.move(next);
	};
	const take = () => {
		if (!target || !weight) return;
		move("still");
		wrong.reset();
		if (target.role && Math.abs(weight.grams - target.value) > finest) {
			wrong.mutate({ amount: target, grams: weight.grams });
		}
		bench.tick(`${step.key}#${target.key}`, { grams: weight.grams });
		scale.tare();
	};
	const key = `min-h-[64px] min-w-[64px] rounded-xl border-2 px-3 text-lg font-bold ${look.plain} disabled:opacity-40`;
	return (
		<section aria-label="Scale" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
				<p data-testid="on-the-scale" className="figures text-6xl font-extrabold">
					<span className="sr-only">On the scale: </span>
					{weight ? grams(weight.grams) : "no scale"}
				</p>
				{target && weight && (
					<p className="text-2xl">
						{target.label}: {left >= 0 ? `${grams(left)} to go` : `${grams(-left)} too much`}
					</p>
				)}
				{stop && (
					<strong role="alert" className="rounded-xl border-4 border-current px-4 text-4xl">
						STOP
					</strong>
				)}
			</div>
			{target && (
				<div aria-hidden className={`mt-2 h-4 overflow-hidden rounded-full border ${look.line}`}>
					<div
						className="h-full bg-current"
						style={{ width: `${Math.min(100, Math.max(0, (100 * (weight?.grams ?? 0)) / target.value))}%` }}
					/>
				</div>
			)}
			<div className="mt-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
				<div className="flex flex-wrap gap-2">
					<button type="button" className={key} disabled={!target || !weight?.steady} onClick={take}>
						Use this weight
					</button>
					<button type="button" className={key} onClick={() => scale.tare()}>
						Tare
					</button>
				</div>
				<fieldset className="flex flex-wrap items-center gap-2">
					<legend className={`text-sm ${look.soft}`}>{scale.name}: play the hand that pours</legend>
					{(["pour", "dribble"] as const).map((way) => (
						<button
							key={way}
							type="button"
							className={key}
							aria-pressed={hand === way}
							onClick={() => move(hand === way ? "still" : way)}
						>
							{hand === way ? "Stop" : way === "pour" ? "Pour" : "Dribble"}
						</button>
					))}
					<button
						type="button"
						className={key}
						aria-pressed={drift}
						onClick={() => {
							scale.drift(!drift);
							setDrift(!drift);
						}}
					>
						Drift
					</button>
					<button
						type="button"
						className={key}
						aria-pressed={weight === null}
						onClick={() => scale.plug(weight === null)}
					>
						{weight ? "Unplug" : "Plug in"}
					</button>
				</fieldset>
			</div>
			{wrong.data && <WrongWeight found={wrong.data} tone={tone} grams={grams} />}
		</section>
	);
}

interface WrongProps {
	found: Overshoot;
	tone: Tone;
	grams: (value: number) => string;
}

/** What a wrong weight makes of the pot, and what brings it back. */
function WrongWeight({ found, tone, grams }: WrongProps) {
	return (
		<div role="status" className="mt-3 space-y-1.5 rounded-xl border-2 border-current p-3 text-xl">
			<p className="font-bold">{found.says}</p>
			<p className="text-base">
				{fixed(found.superfat.value, 1)} % free fat ({found.superfat.low.toFixed(0)} to{" "}
				{found.superfat.high.toFixed(0)}): {found.superfat.how}. {found.superfat.source}.
			</p>
			{found.toppings.length > 0 && (
				<>
					<p>To bring it back to the formula, add:</p>
					<ul className="grid gap-x-6 sm:grid-cols-2">
						{found.toppings.map((item) => (
							<li key={`${item.key} ${item.name}`} className="flex justify-between border-b py-0.5">
								<span>{item.name}</span>
								<strong className="figures">{grams(item.grams)}</strong>
							</li>
						))}
					</ul>
					{found.extra_g > 0.05 && <p>That is {grams(found.extra_g)} of batter more: have a mould for it.</p>}
				</>
			)}
			{(found.stands === "caustic" || found.stands === "sharp") && (
				<Cautions lines={found.cautions} tone={tone} />
			)}
		</div>
	);
}
