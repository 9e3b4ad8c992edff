import { ArrowLeft, Bell, BellOff, Moon, Printer, Sun, Undo2 } from "lucide-react";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { BowlClock } from "../../api/types";
import { paintOf } from "../../drawing/paint";
import { useEditor } from "../../loaf/editor/EditorContext";
import { CardColour } from "../../ui/CardColour";
import { clockText } from "../../ui/dates";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { paperOf, temperatureText, type Units, withUnit } from "../../ui/units";
import { RehearsalBar } from "../rehearsal/RehearsalBar";
import { SpoonPanel } from "../rehearsal/SpoonPanel";
import { useRoom } from "../room";
import { LOOKS, type Tone, useTone } from "../tone";
import { useWakeLock } from "../useWakeLock";
import { StandsMark } from "../WaitsFor";
import { ClockChart } from "./ClockChart";
import { ReadingPads } from "./ReadingPads";
import { SpoonPhoto } from "./SpoonPhoto";
import { TurnList } from "./TurnList";
import { useAlarm } from "./useAlarm";

/** The trace clock: each bowl's thickness, when it allows what this loaf asks of it, and one press for a reading. */
export function ClockPlace() {
	const { document, live } = useEditor();
	const { tone, turn } = useTone();
	const { units } = useUnits();
	const look = LOOKS[tone];
	const { base, clocks: read, rehearsing } = useRoom();
	const [params] = useSearchParams();
	const { clocks, turns, note, takeBack, waiting, refused } = read;
	const alarm = useAlarm(clocks);
	const [chosen, setChosen] = useState<string | null>(null);
	useWakeLock();
	const clock = clocks.find((item) => item.bowl === chosen) ?? clocks.find((item) => item.face) ?? clocks[0];
	const colour = paintOf(live.of, live.plan).colour;
	const last = clock?.notes.at(-1);
	const square = `grid size-[64px] shrink-0 place-items-center rounded-xl border ${look.plain}`;
	return (
		<div
			data-scheme="light"
			className={`min-h-screen px-5 py-3 ${look.room} ${alarm.flash ? "outline-8 -outline-offset-8 outline-current" : ""}`}
		>
			<title>{`Trace clock: ${document.name} · Arch Top`}</title>
			<header className="flex flex-wrap items-center gap-3">
				<Link
					to={{ pathname: base, search: `${params}` }}
					className={`flex min-h-[64px] items-center gap-2 rounded-xl border px-5 font-semibold no-underline ${look.plain}`}
				>
					<ArrowLeft aria-hidden className="size-5" /> Bench
				</Link>
				<h1 className="text-2xl">Trace clock</h1>
				{waiting > 0 && <p role="status">{waiting} kept here, no connection yet</p>}
				<a
					href={`/api/loaves/ring-sheet.pdf?paper=${paperOf(units)}`}
					className={`ml-auto flex min-h-[64px] items-center gap-2 rounded-xl border px-4 font-semibold no-underline ${look.plain}`}
				>
					<Printer aria-hidden className="size-5" /> Ring sheet
				</a>
				<button
					type="button"
					className={square}
					onClick={alarm.turn}
					aria-pressed={alarm.sound}
					aria-label="Sound"
				>
					{alarm.sound ? <Bell aria-hidden className="size-6" /> : <BellOff aria-hidden className="size-6" />}
				</button>
				<button
					type="button"
					className={square}
					onClick={turn}
					aria-label={tone === "dark" ? "Light screen" : "Dark screen"}
				>
					{tone === "dark" ? <Sun aria-hidden className="size-6" /> : <Moon aria-hidden className="size-6" />}
				</button>
			</header>
			{rehearsing && <RehearsalBar tone={tone} />}
			<main>
				<fieldset className="mt-2 flex flex-wrap gap-2">
					<legend className="sr-only">Bowls</legend>
					{clocks.map((item) => (
						<button
							key={item.bowl}
							type="button"
							aria-pressed={item.bowl === clock?.bowl}
							onClick={() => setChosen(item.bowl)}
							className={`flex min-h-[64px] items-center gap-2.5 rounded-xl border-2 px-3 text-lg ${look.plain} ${item.bowl === clock?.bowl ? "border-4 border-current font-extrabold" : ""}`}
						>
							<span className="grid rounded-md bg-white p-0.5">
								<Swatch srgb={colour(item.colour)} size={26} />
							</span>
							{item.name}
							<BowlMark clock={item} />
						</button>
					))}
				</fieldset>
				{clock && (
					<div className="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1.25fr)_minmax(380px,1fr)]">
						{/* On a telephone the spoonful is told right below what presses, before the curve. */}
						<section aria-label="What the clock says" className="min-w-0 max-lg:contents">
							{clock.face ? (
								<>
									<p aria-live="polite" className="text-4xl leading-tight font-extrabold">
										{clock.face.says}
									</p>
									<div className="min-w-0 max-lg:order-3">
										<ClockChart face={clock.face} tone={tone} />
										<WindowList clock={clock} tone={tone} />
									</div>
								</>
							) : (
								<p className="max-w-xl text-3xl leading-snug">
									The clock of {clock.name} starts when its pot is mixed: press Done at “blend to emulsion”.
								</p>
							)}
						</section>
						{clock.face && (
							<section aria-label="Tell it" className="min-w-0 space-y-3 max-lg:order-2">
								{rehearsing && <SpoonPanel bowl={clock.bowl} srgb={colour(clock.colour)} tone={tone} />}
								<ReadingPads
									tone={tone}
									camera={
										!rehearsing && (
											<SpoonPhoto
												key={clock.bowl}
												tone={tone}
												onRead={(given) => note(clock.bowl, given)}
												onTakeBack={takeBack}
											/>
										)
									}
									onNote={(given) => note(clock.bowl, given)}
								/>
								{refused.map((problem) => (
									<p
										key={problem.code}
										role="alert"
										className="rounded-xl border-2 border-current px-4 py-2 text-xl"
									>
										Not taken: {problem.limit}. {problem.remedy}
									</p>
								))}
								<button
									type="button"
									disabled={!last}
									onClick={() => last && takeBack(last.press_id)}
									className={`flex min-h-[64px] w-full items-center justify-center gap-2 rounded-xl border-2 text-lg font-bold disabled:opacity-40 ${look.plain}`}
								>
									<Undo2 aria-hidden className="size-6" /> Take the last one back
									{last && ` (${noteText(last.note, units)})`}
								</button>
								{!rehearsing && (
									<div className="text-lg">
										<CardColour
											key={`colour ${clock.bowl}`}
											className={`min-h-[68px] w-full justify-center gap-3 rounded-xl border-2 text-lg ${look.plain}`}
											against={live.plan.colours.find((item) => item.id === clock.colour)?.forecast?.wet.srgb}
										>
											Its colour, beside the bar card
										</CardColour>
									</div>
								)}
								<TurnList turns={turns} tone={tone} />
								<p className={`text-sm ${look.soft}`}>
									Usually doubles every {Math.round(clock.doubles_min.value)} min (
									{Math.round(clock.doubles_min.low)} to {Math.round(clock.doubles_min.high)}):{" "}
									{clock.doubles_min.how}. {clock.doubles_min.source}. Windows hold four bowls in five.
								</p>
							</section>
						)}
					</div>
				)}
			</main>
		</div>
	);
}

function BowlMark({ clock }: { clock: BowlClock }) {
	const real = (clock.face?.windows ?? []).filter((window) => window.limit.least_pa > 0);
	const stands = (["closing", "open", "missed"] as const).find((wanted) =>
		real.some((window) => window.stands === wanted),
	);
	return stands ? <StandsMark stands={stands} /> : null;
}

/** Every window of a bowl, with the times of day at which it opens and closes. */
function WindowList({ clock, tone }: { clock: BowlClock; tone: Tone }) {
	const { mixed_at, face } = clock;
	if (!face || !mixed_at) return null;
	const time = (minute: number | null | undefined) =>
		minute == null ? null : clockText(new Date(Date.parse(mixed_at) + minute * 60_000).toISOString());
	return (
		<ul className="mt-1 space-y-1.5">
			{face.windows.map((window) => {
				const [from, to] = [time(window.opens.middle), time(window.closes?.middle)];
				return (
					<li
						key={window.limit.key}
						className={`flex items-center gap-x-2 rounded-xl border px-3 py-1.5 text-lg max-sm:flex-wrap ${LOOKS[tone].card}`}
					>
						<StandsMark stands={window.stands} />
						<span className="min-w-0 flex-1 max-sm:basis-4/5">{window.says}</span>
						{window.limit.least_pa > 0 && from && window.stands === "not yet" && (
							<span className="figures whitespace-nowrap">
								about {from}
								{to && `–${to}`}
							</span>
						)}
					</li>
				);
			})}
		</ul>
	);
}

function noteText(note: BowlClock["notes"][number]["note"], units: Units): string {
	if (note.kind === "spread") return note.within_mm ? `${note.value} mm across` : `ring ${note.value}`;
	if (note.kind === "slump")
		return `${withUnit(note.value ?? 0, "length", units, units === "us" ? 2 : 0)} stand`;
	if (note.kind === "stage") return note.stage;
	if (note.kind === "temperature") return temperatureText(note.value ?? 0, units);
	return note.what ?? "";
}
