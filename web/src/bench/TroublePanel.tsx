import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { replanLoaf, troublesQuery } from "../api/queries";
import type { Loaf, Replan } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { Cautions } from "../ui/Cautions";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

const SHARES = [
	[0.25, "A quarter"],
	[0.5, "Half"],
	[1, "All of it"],
] as const;

/** When it goes wrong: one press for what it is, then what to do now, and the loaf planned again from where it stands. */
export function TroublePanel({ tone }: { tone: Tone }) {
	const { data: troubles = [] } = useQuery(troublesQuery);
	const { bench } = useRoom();
	const [chosen, setChosen] = useState<string | null>(null);
	const [written, setWritten] = useState(false);
	const look = LOOKS[tone];
	const trouble = troubles.find((item) => item.key === chosen);
	return (
		<section aria-label="Help when something goes wrong" className={`rounded-2xl border-2 p-4 ${look.card}`}>
			<div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
				{troubles.map((item) => (
					<button
						key={item.key}
						type="button"
						aria-pressed={item.key === chosen}
						onClick={() => {
							setChosen(item.key);
							setWritten(false);
						}}
						className={`min-h-[64px] rounded-xl border-2 px-3 text-left ${look.plain} ${item.key === chosen ? "border-4 border-current" : ""}`}
					>
						<span className="block text-lg font-bold">{item.name}</span>
						<span className={`block text-sm ${look.soft}`}>{item.seen}</span>
					</button>
				))}
			</div>
			{trouble && (
				<div role="status" className="mt-3 space-y-2">
					<p className="text-2xl font-semibold">{trouble.now}</p>
					<p className="text-xl">What it becomes: {trouble.becomes}.</p>
					<Cautions lines={[trouble.caution]} tone={tone} large />
					<p className={`text-sm ${look.soft}`}>
						Common practice.{" "}
						{written
							? "It stands in this loaf’s log with the time; Undo takes it out again."
							: "Looking changes nothing."}
					</p>
					<button
						type="button"
						disabled={written}
						onClick={() => {
							bench.happened(`trouble.${trouble.key}`);
							setWritten(true);
						}}
						className={`min-h-[64px] w-full rounded-xl text-lg font-bold disabled:opacity-60 ${look.press}`}
					>
						{written ? "Logged" : "Yes: doing this now"}
					</button>
				</div>
			)}
			{trouble && <PlanAgain tone={tone} />}
		</section>
	);
}

/** Which batter is lost, how much of it, and the two ways out. */
function PlanAgain({ tone }: { tone: Tone }) {
	const { id } = useEditor();
	const { bench } = useRoom();
	const [bowl, setBowl] = useState<string | null>(null);
	const [share, setShare] = useState(0);
	const { mutate, data } = useMutation({
		mutationFn: (lost: Record<string, number>) => replanLoaf(id, { lost, done: [...bench.done] }),
	});
	useEffect(() => mutate(bowl && share ? { [bowl]: share } : {}), [mutate, bowl, share]);
	const look = LOOKS[tone];
	const key = `min-h-[64px] rounded-xl border-2 px-4 text-lg font-bold ${look.plain}`;
	const { units } = useUnits();
	if (!data || data.left.length === 0) return null;
	return (
		<div className="mt-4 border-current border-t-2 pt-3">
			<h2 className="text-2xl">Is some batter lost?</h2>
			<fieldset className="mt-2 flex flex-wrap gap-2">
				<legend className="sr-only">From which bowl</legend>
				{data.left.map((item) => (
					<button
						key={item.bowl}
						type="button"
						aria-pressed={item.bowl === bowl}
						onClick={() => {
							setBowl(item.bowl);
							setShare(0);
						}}
						className={`${key} ${item.bowl === bowl ? "border-4 border-current" : ""}`}
					>
						{item.name}{" "}
						<span className="figures font-normal">{withUnit(item.grams, "weight", units, 0)}</span>
					</button>
				))}
			</fieldset>
			{bowl && (
				<fieldset className="mt-2 flex flex-wrap gap-2">
					<legend className="sr-only">How much of it</legend>
					{SHARES.map(([value, text]) => (
						<button
							key={value}
							type="button"
							aria-pressed={value === share}
							onClick={() => setShare(value)}
							className={`${key} ${value === share ? "border-4 border-current" : ""}`}
						>
							{text}
						</button>
					))}
				</fieldset>
			)}
			{data.going_on && <WaysOut found={data} tone={tone} />}
		</div>
	);
}

function WaysOut({ found, tone }: { found: Replan; tone: Tone }) {
	const { edit } = useEditor();
	const { rehearsing } = useRoom();
	const { units } = useUnits();
	const [taken, setTaken] = useState(false);
	const { going_on: on, again } = found;
	const look = LOOKS[tone];
	if (!on) return null;
	return (
		<div role="status" className="mt-3 grid gap-3 lg:grid-cols-2">
			<section aria-label="Go on without it" className={`rounded-xl border p-3 ${look.line}`}>
				<h3 className="text-xl font-bold">Go on without it</h3>
				<p className="mt-1 text-lg">{on.says}</p>
				<ul className="mt-1 space-y-1 text-base">
					{on.problems.map((problem) => (
						<li key={problem.code}>
							{problem.limit}. {problem.remedy}
						</li>
					))}
					{on.new.map((remark) => (
						<li key={remark.code + remark.where}>
							{remark.text} {remark.remedy}
						</li>
					))}
				</ul>
				{on.document && !rehearsing && (
					<button
						type="button"
						disabled={taken}
						onClick={() => {
							edit(() => on.document as unknown as Loaf);
							setTaken(true);
						}}
						className={`mt-2 min-h-[64px] w-full rounded-xl text-lg font-bold disabled:opacity-60 ${look.press}`}
					>
						{taken ? "The plan now" : "Use this plan"}
					</button>
				)}
			</section>
			{again && (
				<section aria-label="Mix it again" className={`rounded-xl border p-3 ${look.line}`}>
					<h3 className="text-xl font-bold">
						Mix it again: <span className="figures">{withUnit(again.total_g, "weight", units)}</span>
					</h3>
					<ul className="mt-1 text-base">
						{again.ingredients
							.filter((item) => item.grams > 0)
							.map((item) => (
								<li key={item.key + item.role} className="flex justify-between gap-3 border-b py-0.5">
									{item.name}
									<strong className="figures whitespace-nowrap">
										{withUnit(item.grams, "weight", units)}
									</strong>
								</li>
							))}
						{again.portions.flatMap((portion) =>
							portion.additions.map((item) => (
								<li key={portion.key + item.key} className="flex justify-between gap-3 border-b py-0.5">
									{item.name}
									<strong className="figures whitespace-nowrap">
										{withUnit(item.grams, "weight", units)}
									</strong>
								</li>
							)),
						)}
					</ul>
					<p className={`mt-1 text-sm ${look.soft}`}>
						As carefully as the first: goggles on, lye into water. What is poured meanwhile goes on
						thickening.
					</p>
				</section>
			)}
		</div>
	);
}
