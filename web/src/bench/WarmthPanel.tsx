import { useEffect, useState, useSyncExternalStore } from "react";
import type { Step } from "../api/types";
import { MEDIA, type Medium } from "../devices/simulatedThermometer";
import { useEditor } from "../loaf/editor/EditorContext";
import { useUnits } from "../ui/UnitsContext";
import { temperatureText } from "../ui/units";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

/** Nearer than this to what is asked, it is there [°C]. */
const THERE_C = 2;

/** The thermometer followed live: what it shows, what is asked, and one press to keep it. */
export function WarmthPanel({ step, tone }: { step: Step; tone: Tone }) {
	const { document, live } = useEditor();
	const { units } = useUnits();
	const { bench, devices } = useRoom();
	const { thermometer } = devices;
	const shown = useSyncExternalStore(thermometer.subscribe, thermometer.read);
	const [medium, setMedium] = useState<Medium>("air");
	const look = LOOKS[tone];
	const heat = live.plan.heats.find((item) => item.pot === step.pot);
	const { lye_peak, oils_at, mixing } = heat ?? {};
	const { room_c } = document.sizing;
	useEffect(() => {
		if (lye_peak === undefined || oils_at === undefined || mixing === undefined) return;
		// Oils come off the stove warmer than they are wanted.
		thermometer.makeReady({ lye: lye_peak.value, oils: oils_at + 15, pot: mixing.value, room: room_c });
		setMedium("air");
	}, [thermometer, lye_peak, oils_at, mixing, room_c]);
	const asked = step.amounts.find((amount) => amount.unit === "°C");
	const off = asked && shown !== null ? shown - asked.value : null;
	const key = `min-h-[64px] min-w-[64px] rounded-xl border-2 px-4 text-lg font-bold ${look.plain} disabled:opacity-40`;
	const tickKey = asked && `${step.key}#${asked.key}`;
	return (
		<section aria-label="Thermometer" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
				<p data-testid="on-the-thermometer" className="figures text-6xl font-extrabold">
					<span className="sr-only">On the thermometer: </span>
					{shown === null ? "no thermometer" : temperatureText(shown, units)}
				</p>
				{asked && off !== null && (
					<p className="text-2xl">
						{asked.label}: {temperatureText(asked.value, units)},{" "}
						<strong>
							{Math.abs(off) <= THERE_C
								? "as planned"
								: off > 0
									? "warmer than planned"
									: "cooler than planned"}
						</strong>
					</p>
				)}
				{!asked && <p className="text-2xl">This step asks for no temperature.</p>}
			</div>
			<div className="mt-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
				<button
					type="button"
					className={key}
					disabled={!tickKey || shown === null}
					onClick={() => tickKey && shown !== null && bench.tick(tickKey, { celsius: shown })}
				>
					{tickKey && bench.done.has(tickKey) ? "✓ Kept: take it back" : "Keep this temperature"}
				</button>
				<fieldset className="flex flex-wrap items-center gap-2">
					<legend className={`text-sm ${look.soft}`}>{thermometer.name}: dip the probe</legend>
					{(Object.keys(MEDIA) as Medium[]).map((item) => (
						<button
							key={item}
							type="button"
							className={`${key} ${item === medium ? "border-4 border-current" : ""}`}
							aria-pressed={item === medium}
							onClick={() => {
								thermometer.dip(item);
								setMedium(item);
							}}
						>
							{MEDIA[item]}
						</button>
					))}
					<button
						type="button"
						className={key}
						aria-pressed={shown === null}
						onClick={() => thermometer.plug(shown === null)}
					>
						{shown === null ? "Plug in" : "Unplug"}
					</button>
				</fieldset>
			</div>
		</section>
	);
}
