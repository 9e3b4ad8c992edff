import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import {
	ApiProblem,
	cupboardQuery,
	finishTour,
	importLoaf,
	planFirstLoaf,
	sessionQuery,
} from "../api/queries";
import type { FirstLoaf, FirstPlanned, MotifKind } from "../api/types";
import { FacePicture } from "../drawing/FacePicture";
import { HouseFields } from "../house/HouseFields";
import { MotifChoice } from "../loaf/top/MotifChoice";
import { previewLook } from "../loaves/previewLook";
import { Button } from "../ui/Button";
import { Cautions } from "../ui/Cautions";
import { ColourField } from "../ui/ColourField";
import { dayText } from "../ui/dates";
import { DateField } from "../ui/day/DateField";
import { CheckField, MaybeNumberField, NumberField, SelectField, TextField } from "../ui/fields";
import { Problems } from "../ui/Problems";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { usePaper } from "../ui/usePaper";

const STEPS = ["The mould", "Its colours", "Something inside", "On top", "Your plan"] as const;
const HOWS = [
	["layers", "in layers, one on the other"],
	["drops", "the last ones dropped into each other"],
	["pot swirl", "swirled in the pot, poured as one"],
] as const;
const MATERIALS = [
	["lined box", "a lined box"],
	["silicone", "silicone"],
] as const;
const COLUMNS = [
	["silicone", "a silicone column mould"],
	["lined pipe", "a lined pipe"],
] as const;
const MORE = ["#c2683a", "#f0ede4", "#3d4f8c"] as const;

/** Round figures of either kind, to begin with. */
const BOX = { length_mm: 250, width_mm: 90, height_mm: 70 };
const US_BOX = { length_mm: 254, width_mm: 88.9, height_mm: 69.85 };

/** A newcomer's first loaf: five questions, each with the loaf as it stands so far, and a real plan at the end. */
export function TourPlace() {
	const { data: cupboard } = useQuery(cupboardQuery);
	const [step, setStep] = useState(0);
	const { units } = useUnits();
	const [answers, setAnswers] = useState<FirstLoaf>({
		name: "My first loaf",
		mould: {
			kind: "box",
			name: "Loaf box",
			material: "lined box",
			...(units === "us" ? US_BOX : BOX),
			draft_deg: 0,
			end_draft_deg: 0,
			bow_mm: 0,
			rim_mark_mm: 25.4,
		},
		colours: [{ name: "First colour", srgb: "#5f9a84" }],
		how: "layers",
		column_mm: 0,
		column: null,
		column_in: "silicone",
		motif: null,
		us: units === "us",
	});
	const planned = useQuery({
		queryKey: ["first-loaf", answers],
		queryFn: () => planFirstLoaf(answers),
		placeholderData: keepPreviousData,
		retry: false,
	});
	const boxes = (cupboard?.moulds ?? []).filter((mould) => mould.kind === "box");
	const change = (next: Partial<FirstLoaf>) => setAnswers({ ...answers, ...next });
	const problem = planned.error instanceof ApiProblem ? planned.error.report : null;
	const last = step === STEPS.length - 1;
	const heading = useRef<HTMLHeadingElement>(null);
	// Each step is read out where it begins, the first one by the page itself.
	const shown = useRef(0);
	useEffect(() => {
		if (shown.current !== step) heading.current?.focus();
		shown.current = step;
	}, [step]);
	return (
		<div className="mx-auto grid max-w-5xl items-start gap-5 md:grid-cols-[minmax(0,1fr)_22rem]">
			<title>Tour · Arch Top</title>
			<section className="tray p-6" aria-label={STEPS[step]}>
				<p className="text-soft text-sm">
					{step + 1} of {STEPS.length}
				</p>
				<h1 ref={heading} tabIndex={-1} className="text-2xl">
					{STEPS[step]}
				</h1>
				<div className="mt-3 space-y-4">
					{step === 0 && (
						<>
							<TextField
								label="What is the loaf called?"
								value={answers.name}
								onChange={(name) => change({ name })}
							/>
							<SelectField
								label="Which mould?"
								value={answers.mould.name ?? ""}
								options={[
									["Loaf box", "measure my own"],
									...boxes.map((mould) => [mould.name, mould.name] as [string, string]),
								]}
								onChange={(name) => {
									const mould = boxes.find((item) => item.name === name);
									change({ mould: mould ?? { ...answers.mould, name } });
								}}
							/>
							<SelectField
								label="What is it made of?"
								value={answers.mould.material ?? "lined box"}
								options={MATERIALS}
								onChange={(material) => change({ mould: { ...answers.mould, material } })}
							/>
							<div className="grid grid-cols-3 items-end gap-3">
								{(["length_mm", "width_mm", "height_mm"] as const).map((side) => (
									<NumberField
										key={side}
										label={`Inside ${side.replace("_mm", "")}`}
										quantity="length"
										value={answers.mould[side]}
										onChange={(value) => change({ mould: { ...answers.mould, [side]: value } })}
									/>
								))}
							</div>
							<details>
								<summary className="cursor-pointer font-semibold text-rim-deep text-sm">
									Units, numbers, dates and paper
								</summary>
								<div className="mt-3">
									<HouseFields />
								</div>
							</details>
							<p className="text-soft text-sm">
								Measure inside, with the liner in: the plan takes it exactly.
							</p>
							<div className="grid grid-cols-2 items-end gap-3">
								<MaybeNumberField
									label="Stop pouring below the rim by"
									quantity="length"
									min={0}
									placeholder="a finger"
									value={answers.under_mm ?? null}
									onChange={(under_mm) => change({ under_mm })}
								/>
								<MaybeNumberField
									label="Number of bars"
									digits={0}
									min={1}
									placeholder="an inch thick"
									value={answers.bars ?? null}
									onChange={(bars) => change({ bars: bars && Math.round(bars) })}
								/>
							</div>
						</>
					)}
					{step === 1 && <Colours answers={answers} change={change} />}
					{step === 2 && (
						<>
							<p>
								A column cast beforehand shows in every bar. It takes batter's place, and the plan says how
								thick the batter must be to carry it.
							</p>
							<MaybeNumberField
								label="How thick is it?"
								quantity="length"
								min={0}
								placeholder="none"
								value={answers.column_mm || null}
								onChange={(column_mm) =>
									change({
										column_mm: column_mm ?? 0,
										column: answers.column ?? { name: "Column", srgb: "#d9a23f" },
									})
								}
							/>
							{(answers.column_mm ?? 0) > 0 && (
								<SelectField
									label="What is it cast in?"
									value={answers.column_in ?? "silicone"}
									options={COLUMNS}
									onChange={(column_in) => change({ column_in })}
								/>
							)}
							{(answers.column_mm ?? 0) > 0 && (
								<ColourField
									label="Its colour"
									value={answers.column?.srgb ?? "#d9a23f"}
									onChange={(srgb) => change({ column: { name: "Column", srgb } })}
								/>
							)}
						</>
					)}
					{step === 3 && (
						<>
							<p>
								Frosting is the same batter, held back until it stands. The plan says how much to hold back.
							</p>
							<CheckField
								label="Pipe two rows along the top"
								checked={Boolean(answers.motif)}
								onChange={(piped) => change({ motif: piped ? "kiss" : null })}
							/>
							{answers.motif && (
								<MotifChoice
									value={answers.motif as MotifKind}
									srgb={[answers.colours[0]?.srgb ?? "#ffffff"]}
									onChange={(motif) => change({ motif })}
								/>
							)}
						</>
					)}
					{last && (
						<DateField
							label="When do you want to pour?"
							value={answers.pour_on ?? null}
							onChange={(pour_on) => change({ pour_on })}
						/>
					)}
					{last && planned.data && <Plan planned={planned.data} />}
					{problem && <Problems problems={problem.problems ?? []} title="This cannot be made as it stands" />}
				</div>
				<div className="mt-6 flex flex-wrap items-center gap-2">
					<Button disabled={step === 0} onClick={() => setStep(step - 1)}>
						Back
					</Button>
					{last ? (
						<Keep planned={problem || planned.isFetching ? undefined : planned.data} />
					) : (
						<Button look="main" disabled={!answers.name.trim()} onClick={() => setStep(step + 1)}>
							Next
						</Button>
					)}
				</div>
			</section>
			<aside aria-label="The loaf so far" className="tray p-4">
				<p role="status" className="float-right text-soft text-xs">
					{planned.isFetching && "Working it out…"}
				</p>
				{planned.data && (
					<>
						<div className="flex h-52 items-end justify-center rounded-lg bg-bench p-2">
							<FacePicture
								look={previewLook(planned.data.preview)}
								pieces={planned.data.preview.pieces}
								width={300}
								height={190}
								label={`Face of ${answers.name}`}
							/>
						</div>
						<Numbers planned={planned.data} />
					</>
				)}
			</aside>
		</div>
	);
}

function Colours({ answers, change }: { answers: FirstLoaf; change: (next: Partial<FirstLoaf>) => void }) {
	const { colours } = answers;
	const set = (i: number, next: Partial<FirstLoaf["colours"][number]>) =>
		change({ colours: colours.map((other, n) => (n === i ? { ...other, ...next } : other)) });
	return (
		<>
			<ul className="space-y-2">
				{colours.map((colour, i) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: colours are told apart by their place.
					<li key={i} className="grid grid-cols-[3.5rem_1fr_auto] items-end gap-2">
						<ColourField
							label={`Look of colour ${i + 1}`}
							hidden
							value={colour.srgb}
							onChange={(srgb) => set(i, { srgb })}
						/>
						<TextField
							label={`Colour ${i + 1}`}
							max={60}
							value={colour.name}
							onChange={(name) => name && set(i, { name })}
						/>
						<Button
							look="quiet"
							disabled={colours.length === 1}
							onClick={() => change({ colours: colours.filter((_, n) => n !== i) })}
						>
							Remove
						</Button>
					</li>
				))}
			</ul>
			<Button
				disabled={colours.length >= 4}
				onClick={() =>
					change({
						colours: [
							...colours,
							{ name: `Colour ${colours.length + 1}`, srgb: MORE[colours.length - 1] ?? "#8b6a98" },
						],
					})
				}
			>
				Add a colour
			</Button>
			<SelectField
				label="How do they go in?"
				value={answers.how ?? "layers"}
				options={HOWS}
				onChange={(how) => change({ how })}
			/>
		</>
	);
}

function Numbers({ planned }: { planned: FirstPlanned }) {
	const { units } = useUnits();
	const { plan } = planned;
	return (
		<dl className="mt-3 grid grid-cols-[1fr_auto] gap-y-1 text-sm">
			<dt>To mix</dt>
			<dd className="figures text-right">
				{withUnit(plan.total_to_mix_g, "weight", units, units === "metric" ? 0 : 1)}
			</dd>
			<dt>Batter in the mould</dt>
			<dd className="figures text-right">{withUnit(plan.batter_in_mould.value, "volume", units)}</dd>
			{plan.pushed_aside.value > 0 && (
				<>
					<dt>The column pushes aside</dt>
					<dd className="figures text-right">{withUnit(plan.pushed_aside.value, "volume", units)}</dd>
				</>
			)}
			<dt>Bars</dt>
			<dd className="figures text-right">{plan.cuts.bars.length}</dd>
		</dl>
	);
}

function Plan({ planned }: { planned: FirstPlanned }) {
	const { units } = useUnits();
	const { plan } = planned;
	const { data: cupboard } = useQuery(cupboardQuery);
	const jar = (key: string) => cupboard?.colourants.find((one) => one.key === key)?.name ?? key;
	const coloured = planned.document.colours.filter((colour) => (colour.colourants ?? []).length > 0);
	const ahead = plan.schedule.filter((task) => task.kind === "cast");
	return (
		<div className="space-y-3 text-sm">
			<p className="text-base">This is a plan you can weigh out. Nothing in it is a sample.</p>
			<ul className="space-y-1">
				{plan.pots.map((pot) => (
					<li key={pot.id} className="flex justify-between gap-4 border-line border-b">
						<span>
							<strong>{pot.name}</strong>: {pot.portions.map((part) => part.name).join(", ")}
						</span>
						<span className="figures whitespace-nowrap">
							{withUnit(pot.total_g, "weight", units, units === "metric" ? 0 : 1)}
						</span>
					</li>
				))}
			</ul>
			{ahead.map((task) => (
				<p key={task.key} className="font-semibold">
					{task.title}
					{task.earliest_on
						? ` on ${dayText(task.earliest_on)}${task.latest_on && task.latest_on !== task.earliest_on ? `, or until ${dayText(task.latest_on)}` : ""}.`
						: ": choose the day of the pour, and it has one too."}
				</p>
			))}
			{coloured.map((colour) => (
				<p key={colour.id}>
					<strong>{colour.name}</strong>:{" "}
					{(colour.colourants ?? []).map((dose) => jar(dose.colourant)).join(" and ")}, weighed out under
					Pots; cured it is {plan.colours.find((item) => item.id === colour.id)?.off_says}.
				</p>
			))}
			{coloured.length < planned.document.colours.length && (
				<p>
					Colours without a colourant yet are drawn in your target colour: put jars into the cupboard, and
					“What to add to get there” finds the dose.
				</p>
			)}
			<ol className="list-decimal space-y-1 pl-5">
				<li>Pots: every gram on the scale, on paper if you like.</li>
				<li>Order: what is cast when, so that everything meets.</li>
				<li>Rehearsal: the pour day on simulated batter, before real lye is on the table.</li>
				<li>Bench: one step, one press. Then the cut, and a minute of notes.</li>
			</ol>
			<Cautions lines={plan.cautions} />
		</div>
	);
}

function Keep({ planned }: { planned: FirstPlanned | undefined }) {
	const navigate = useNavigate();
	const cache = useQueryClient();
	const { units } = useUnits();
	const { paper } = usePaper();
	const keep = useMutation({
		mutationFn: async ({ first }: { first: FirstPlanned; print: boolean }) => {
			const loaf = await importLoaf(JSON.stringify(first.document));
			cache.setQueryData(sessionQuery.queryKey, await finishTour());
			return loaf;
		},
		onSuccess: (loaf, { print }) => {
			if (print) window.location.assign(`/api/loaves/${loaf.id}/weigh-out.pdf?paper=${paper}&units=${units}`);
			navigate(`/loaf/${loaf.id}${print ? "/pots" : ""}`);
		},
	});
	const press = (print: boolean) => planned && keep.mutate({ first: planned, print });
	return (
		<>
			<Button look="main" disabled={!planned || keep.isPending} onClick={() => press(false)}>
				Keep it and open the loaf
			</Button>
			<Button disabled={!planned || keep.isPending} onClick={() => press(true)}>
				<Printer aria-hidden className="size-4" /> Keep it and print the weigh-out
			</Button>
		</>
	);
}
