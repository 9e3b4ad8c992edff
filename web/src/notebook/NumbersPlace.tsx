import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { changeNumber, numbersQuery } from "../api/queries";
import type { OwnNumber } from "../api/types";
import { Button } from "../ui/Button";
import { fixed } from "../ui/counting";
import { dayText } from "../ui/dates";
import { CheckField } from "../ui/fields";
import { moment } from "../ui/wallClock";

/** Which numbers now come from one's own bench, from how much, in place of what. */
export function NumbersPlace() {
	const { data: numbers } = useQuery(numbersQuery);
	if (!numbers) return null;
	return (
		<div className="space-y-3">
			<p className="max-w-prose text-sm">
				What your own loaves have shown, against what plans take without a log. Few loaves move a number a
				little, many move it far. Plans take every number that is on, and say “your log” where they do; a loaf
				whose work has begun keeps the numbers it began with.
			</p>
			{numbers.length === 0 && (
				<p className="tray max-w-prose p-4">
					None yet. Weigh the bars of a loaf, write down how high it stands, take readings of a bowl: each
					teaches something.
				</p>
			)}
			<ul className="grid grid-cols-[repeat(auto-fill,minmax(min(340px,100%),1fr))] gap-3">
				{numbers.map((number) => (
					<NumberCard key={number.key} number={number} />
				))}
			</ul>
		</div>
	);
}

const digitsOf = (value: number) => (Math.abs(value) >= 10 ? 1 : 2);
const told = (value: number, unit: string) =>
	`${unit === "ratio" ? "× " : ""}${fixed(value, digitsOf(value))}${unit === "ratio" ? "" : ` ${unit}`}`;

export function NumberCard({ number }: { number: OwnNumber }) {
	const cache = useQueryClient();
	const change = useMutation({
		mutationFn: ({ off, at }: { off: boolean; at: string | null }) => changeNumber(number.key, off, at),
		onSuccess: (all) => {
			cache.setQueryData(numbersQuery.queryKey, all);
			// A loaf that is opened next is planned with what holds now.
			for (const key of ["loaf", "thing", "season"]) void cache.invalidateQueries({ queryKey: [key] });
		},
	});
	const { rate, off, forgotten_at, seen } = number;
	const name = rate?.name ?? seen[0]?.name ?? number.key;
	return (
		<li className={`tray p-4 text-sm ${off ? "opacity-80" : ""}`} data-number={number.key}>
			<h2 className="text-base">{rate ? rate.name : number.key}</h2>
			{rate ? (
				<>
					<p className="mt-1 flex items-baseline gap-3">
						<strong className="figures text-2xl">{told(rate.value, rate.unit)}</strong>
						<span>
							instead of <span className="figures">{told(rate.default, rate.unit)}</span>
						</span>
					</p>
					<Spread rate={rate} />
					<p className="text-soft text-xs">
						{rate.n} seen. The next loaf lies between {told(rate.low, rate.unit)} and{" "}
						{told(rate.high, rate.unit)} four times in five.
					</p>
				</>
			) : (
				<p className="mt-1">Forgotten: what was seen before does not count. Plans take their default.</p>
			)}
			<div className="mt-2 flex flex-wrap items-center gap-3">
				<CheckField
					label={
						<>
							Plans take it<span className="sr-only">: {name}</span>
						</>
					}
					checked={!off}
					onChange={(on) => change.mutate({ off: !on, at: forgotten_at ?? null })}
				/>
				{forgotten_at ? (
					<Button look="quiet" onClick={() => change.mutate({ off, at: null })}>
						Remember everything again
					</Button>
				) : (
					<Button look="quiet" onClick={() => change.mutate({ off, at: moment().toISOString() })}>
						Forget what was seen<span className="sr-only">: {name}</span>
					</Button>
				)}
			</div>
			<details className="mt-1">
				<summary className="cursor-pointer font-semibold text-rim-deep">What it was seen in</summary>
				<ul className="mt-1 space-y-1 text-xs" aria-label={`What ${name} was seen in`}>
					{seen.map((item) => (
						<li key={`${item.loaf} ${item.says}`} className={item.counts ? "" : "text-soft line-through"}>
							<Link to={`/loaf/${item.loaf}/notes`}>{item.name}</Link>, {dayText(item.seen_at)}: {item.says}
						</li>
					))}
				</ul>
				{rate && <p className="mt-1 text-soft text-xs">{rate.source}.</p>}
			</details>
		</li>
	);
}

/** The fitted number with its range, and the default it takes the place of, on one line. */
function Spread({ rate }: { rate: NonNullable<OwnNumber["rate"]> }) {
	const low = Math.min(rate.low, rate.default) * 0.9;
	const high = Math.max(rate.high, rate.default) * 1.1;
	const at = (value: number) => `${(100 * (value - low)) / (high - low)}%`;
	return (
		<div aria-hidden className="relative my-2 h-4">
			<div className="absolute inset-x-0 top-2 h-px bg-line" />
			<div
				className="absolute top-1 h-2 rounded-full border border-rim bg-rim-wash"
				style={{ left: at(rate.low), width: `calc(${at(rate.high)} - ${at(rate.low)})` }}
			/>
			<div
				className="absolute top-0 h-4 w-1 -translate-x-1/2 rounded bg-rim"
				style={{ left: at(rate.value) }}
			/>
			<div
				className="absolute top-0 h-4 border-brass border-l-2 border-dashed"
				style={{ left: at(rate.default) }}
			/>
		</div>
	);
}
