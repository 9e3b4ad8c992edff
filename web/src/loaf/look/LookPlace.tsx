import { Download, Lamp, Palette, Sun } from "lucide-react";
import { useId, useRef, useState } from "react";
import { atHandAddress } from "../../api/solids";
import { Button, buttonClass } from "../../ui/Button";
import { CheckField, SelectField, SliderField } from "../../ui/fields";
import { saveFile } from "../../ui/saveFile";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { usePicture } from "../../ui/usePicture";
import { useEditor } from "../editor/EditorContext";
import { howItDraws } from "./howItDraws";
import { type Light, LoafStage } from "./LoafStage";
import { type Age, useCut, useSolid } from "./useSolid";
import { VIEWS, type ViewName } from "./views";

const AGES = [
	["wet", "Just poured"],
	["next day", "Next day"],
	["cured", "Cured"],
] as const;
const LIGHTS = [
	["daylight", "Daylight", Sun],
	["lamp", "Lamp", Lamp],
	["even", "Colours as planned", Palette],
] as const;
const LATEST_MIN = 60;
/** In the mould nothing is cut yet, and a cut that is slid through goes through all of it. */
const WHOLE = { apart: 0, out: null, beside: false };

/** The loaf in the hand: turned, drawn apart and cut open before anything is mixed. */
export function LookPlace() {
	const { id, live } = useEditor();
	const { units } = useUnits();
	const [seed, setSeed] = useState(1);
	const [age, setAge] = useState<Age>("cured");
	const [ash, setAsh] = useState(false);
	const [inMould, setInMould] = useState(false);
	const [frostingMin, setFrostingMin] = useState<number | null>(null);
	const [light, setLight] = useState<Light>("daylight");
	const [view, setView] = useState<{ name: ViewName; asked: number }>({ name: "slant", asked: 0 });
	const [out, setOut] = useState<number | null>(1);
	const [apart, setApart] = useState(0);
	const [cutAt, setCutAt] = useState<number | null>(null);
	const [beside, setBeside] = useState(false);
	const [shown, setShown] = useState<ArrayBuffer>();
	const [lost, setLost] = useState(false);
	// Its first picture, or that there is none: the loaf that turns takes longer, and would only hold it up.
	const [looked, setLooked] = useState(howItDraws() === "not at all");
	const [drawn, setDrawn] = useState(0);
	const canvas = useRef<HTMLCanvasElement | null>(null);
	const words = useId();
	const { glb, told, drawing, error } = useSolid(live.of, id, {
		seed,
		age,
		frostingMin,
		ash: ash && age !== "wet",
		later: !looked,
	});
	const drawAgain = () => {
		setLost(false);
		setShown(undefined);
		setDrawn(drawn + 1);
	};
	// Another file is on its way, or on the screen only once it has been read.
	const ready = shown !== undefined && shown === glb;
	const { cuts } = live.plan;
	const long = live.of.mould.length_mm;
	const last = cuts.whole ? 1 : cuts.bars.reduce((sum, bar) => sum + bar.parts, 0);
	const bars = Array.from({ length: last }, (_, i) => i + 1);
	const cutUp = last > 1;
	const cut = useCut(live.of, id, { seed, age, frostingMin, ash: ash && age !== "wet" }, cutAt);
	const lying =
		inMould || cutAt !== null ? WHOLE : { apart, out: cutUp ? out : null, beside: cutUp && beside };
	return (
		<div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_17rem]">
			<div className="min-w-0">
				<div className="relative h-[min(46vh,40rem)] min-h-72 sm:h-[min(68vh,40rem)] overflow-hidden rounded-xl border border-line bg-linear-to-b from-bench to-bench-deep">
					{howItDraws() === "not at all" ? (
						<div className="p-4 text-center">
							<Still id={id} />
							<p>
								This browser turns no solids (WebGL is switched off or missing): a still picture of the loaf
								as saved.
							</p>
						</div>
					) : error ? (
						<p className="p-6">{error.message}</p>
					) : (
						<LoafStage
							key={drawn}
							glb={glb}
							lying={lying}
							light={light}
							inMould={inMould}
							view={view}
							label={`${live.of.name}, to be turned: arrows turn, plus and minus go nearer and away`}
							describedBy={words}
							onReady={setShown}
							canvas={canvas}
							cut={cut}
							onLost={setLost}
						/>
					)}
					{lost && (
						<div className="absolute inset-0 overflow-auto bg-bench p-4 text-center">
							<Still id={id} />
							<p role="alert">
								This browser has let go of its drawing, for want of memory perhaps. It comes back by itself,
								or{" "}
								<button type="button" className="underline" onClick={drawAgain}>
									draw it again
								</button>
								. This is a still picture of the loaf as saved.
							</p>
						</div>
					)}
					{!shown && !error && howItDraws() !== "not at all" && (
						// As it was last drawn for its card, or as a first look has it: until it can be turned.
						<img
							src={atHandAddress(id)}
							alt=""
							onLoad={() => setLooked(true)}
							onError={() => setLooked(true)}
							className="pointer-events-none absolute inset-0 m-auto h-4/5 object-contain"
						/>
					)}
					<p role="status" className="absolute left-3 top-2 text-sm text-soft" data-drawn={ready && !drawing}>
						{error ? "" : drawing || !ready ? "Drawing the loaf…" : ""}
					</p>
				</div>
				<div className="mt-2 flex flex-wrap items-center gap-2">
					<fieldset className="flex flex-wrap gap-1">
						<legend className="sr-only">Seen from</legend>
						{Object.entries(VIEWS).map(([name, item]) => (
							<Button
								key={name}
								aria-pressed={view.name === name}
								look={view.name === name ? "main" : "plain"}
								onClick={() => setView({ name: name as ViewName, asked: view.asked + 1 })}
							>
								{item.name}
							</Button>
						))}
					</fieldset>
					<fieldset className="flex flex-wrap gap-1">
						<legend className="sr-only">Light</legend>
						{LIGHTS.map(([name, says, Icon]) => (
							<Button
								key={name}
								aria-pressed={light === name}
								look={light === name ? "main" : "plain"}
								onClick={() => setLight(name)}
							>
								<Icon aria-hidden className="size-4" /> {says}
							</Button>
						))}
					</fieldset>
					<p className="text-xs text-soft">
						Drag to turn, wheel or two fingers to go nearer; arrows, + and − too.
					</p>
				</div>
				<ul id={words} className="mt-3 text-sm text-soft" aria-label="The loaf in words">
					{told?.words.map((line) => (
						<li key={line}>{line}</li>
					))}
				</ul>
			</div>
			<aside className="space-y-3">
				<div className="tray space-y-3 p-4">
					<SelectField label="Age" value={age} options={AGES} onChange={setAge} />
					{age !== "wet" && <CheckField label="With a veil of ash on top" checked={ash} onChange={setAsh} />}
					<CheckField label="In its mould" checked={inMould} onChange={setInMould} />
					{cutUp && !inMould && (
						<>
							<SelectField
								label="Bar pulled out"
								value={out === null ? "" : String(out)}
								options={[["", "None"] as const, ...bars.map((bar) => [String(bar), `Bar ${bar}`] as const)]}
								onChange={(bar) => setOut(bar === "" ? null : Number(bar))}
							/>
							<Button
								aria-pressed={beside}
								look={beside ? "main" : "plain"}
								onClick={() => {
									setBeside(!beside);
									setView({ name: "front", asked: view.asked + 1 });
								}}
							>
								Side by side
							</Button>
							<SliderField
								label="Bars apart"
								says={apart === 0 ? "together" : withUnit(apart, "length", units)}
								value={apart}
								most={30}
								onChange={setApart}
							/>
						</>
					)}
					<SliderField
						label="Cut through at"
						says={cutAt === null ? "whole" : withUnit(cutAt, "length", units)}
						value={cutAt ?? 0}
						most={Math.floor(long) - 1}
						onChange={(at) => setCutAt(at === 0 ? null : at)}
					/>
					<Button onClick={() => setSeed(seed + 1)}>Another outcome</Button>
				</div>
				{live.plan.top.runs.length > 0 && (
					<div className="tray space-y-2 p-4">
						<SliderField
							label="Piped after mixing"
							says={frostingMin === null ? "when it should be" : `${frostingMin} min`}
							value={frostingMin ?? LATEST_MIN + 1}
							most={LATEST_MIN + 1}
							onChange={(minutes) => setFrostingMin(minutes > LATEST_MIN ? null : minutes)}
						/>
						<ul className="text-sm">
							{told?.piped.map((run) => (
								<li key={run.run}>{run.says}</li>
							))}
						</ul>
						<p className="text-xs text-soft">
							An estimate: how thick the batter is by then goes by the clock's expectation, how far it sinks
							by the height that so thick a batter carries.
						</p>
					</div>
				)}
				<div className="tray space-y-2 p-4 text-sm">
					<p className="font-semibold">Export</p>
					<div className="flex flex-wrap gap-2">
						<Button
							onClick={() => canvas.current && savePicture(canvas.current, live.of.name)}
							disabled={!ready}
						>
							<Download aria-hidden className="size-4" /> Picture
						</Button>
						<a className={buttonClass()} href={`/api/loaves/${id}/loaf.glb`} download>
							glTF
						</a>
						<a className={buttonClass()} href={`/api/loaves/${id}/loaf.stl`} download>
							STL
						</a>
						<a className={buttonClass()} href={`/api/loaves/${id}/mould.stl`} download>
							STL of the mould’s hollow
						</a>
						{cutUp && out !== null && (
							<a className={buttonClass()} href={`/api/loaves/${id}/loaf.stl?bar=${out}`} download>
								STL of bar {out}
							</a>
						)}
					</div>
					<p className="text-xs text-soft">
						Files are of the loaf as saved. Cuts and sides show one plausible outcome.
					</p>
				</div>
			</aside>
		</div>
	);
}

function Still({ id }: { id: string }) {
	const { src } = usePicture(`/api/loaves/${id}/still.png`);
	return src ? (
		<img className="mx-auto max-h-96 object-contain" src={src} alt="" />
	) : (
		<p role="status">Drawing the loaf…</p>
	);
}

/** As it stands there, with nothing around it. */
function savePicture(canvas: HTMLCanvasElement, name: string): void {
	canvas.toBlob((blob) => {
		if (blob) saveFile(blob, `${name}.png`);
	});
}
