import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { replanLoaf } from "../api/queries";
import type { GoingOn, Loaf, Replan } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { inQuotes } from "../ui/inQuotes";
import { useUnits } from "../ui/UnitsContext";
import { withUnit } from "../ui/units";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

const SHARES = [
	[0.25, "A quarter"],
	[0.5, "Half"],
	[1, "All of it"],
] as const;

/** Which batter is lost, how much of it, and the ways out. */
export function PlanAgain({ tone, asks }: { tone: Tone; asks: string }) {
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
			<h2 className="text-2xl">{asks}</h2>
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

interface WayProps {
	title: string;
	on: GoingOn;
	tone: Tone;
	taken: string | null;
	take: ((title: string, plan: NonNullable<GoingOn["document"]>) => void) | null;
}

/** A way on: what the loaf comes to, what is new about it, and a press that makes it the plan. */
function WayOut({ title, on, tone, taken, take }: WayProps) {
	const look = LOOKS[tone];
	const { document } = on;
	return (
		<section aria-label={title} className={`rounded-xl border p-3 ${look.line}`}>
			<h3 className="text-xl font-bold">{title}</h3>
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
			{document && take && (
				<button
					type="button"
					disabled={taken !== null}
					onClick={() => take(title, document)}
					className={`mt-2 min-h-[64px] w-full rounded-xl text-lg font-bold disabled:opacity-60 ${look.press}`}
				>
					{taken === title ? "The plan now" : "Use this plan"}
				</button>
			)}
		</section>
	);
}

function WaysOut({ found, tone }: { found: Replan; tone: Tone }) {
	const { edit } = useEditor();
	const { rehearsing } = useRoom();
	const { units } = useUnits();
	const [taken, setTaken] = useState<string | null>(null);
	const { going_on: on, instead = [], again } = found;
	const look = LOOKS[tone];
	if (!on) return null;
	const weighed = [
		...(again?.ingredients ?? []).filter((item) => item.grams > 0),
		...(again?.portions ?? []).flatMap(({ key, additions }) =>
			additions.map((item) => ({ ...item, key: `${key} ${item.key}` })),
		),
	];
	const take = (title: string, plan: NonNullable<GoingOn["document"]>) => {
		edit(() => plan as unknown as Loaf);
		setTaken(title);
	};
	const taking = { tone, taken, take: rehearsing ? null : take };
	return (
		<div role="status" className="mt-3 grid gap-3 lg:grid-cols-2">
			<WayOut title="Go on without it" on={on} {...taking} />
			{instead.map((other) => (
				<WayOut
					key={other.bowl}
					title={`Take it from ${inQuotes(other.name)}`}
					on={other.going_on}
					{...taking}
				/>
			))}
			{again && (
				<section aria-label="Mix it again" className={`rounded-xl border p-3 ${look.line}`}>
					<h3 className="text-xl font-bold">
						Mix it again: <span className="figures">{withUnit(again.total_g, "weight", units)}</span>
					</h3>
					<ul className="mt-1 text-base">
						{weighed.map((item) => (
							<li key={item.key + item.role} className="flex justify-between gap-3 border-b py-0.5">
								{item.name}
								<strong className="figures whitespace-nowrap">{withUnit(item.grams, "weight", units)}</strong>
							</li>
						))}
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
