import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { countStock } from "../api/cupboard";
import { cupboardQuery } from "../api/queries";
import type { Cupboard } from "../api/types";
import { Button } from "../ui/Button";
import { SelectField } from "../ui/fields";
import { NumberInput } from "../ui/NumberInput";
import { useUnits } from "../ui/UnitsContext";
import { unitOf } from "../ui/units";

/** What there is of everything, as it was last weighed. Things nobody has counted are not held against a plan. */
export function StockShelf({ cupboard }: { cupboard: Cupboard }) {
	const things = [
		...cupboard.fats.map((fat) => ({ name: `fat:${fat.key}`, text: fat.name })),
		{ name: "lye:naoh", text: "Sodium hydroxide" },
		{ name: "base:melt", text: "Melt-and-pour base, clear" },
		{ name: "base:melt-white", text: "Melt-and-pour base, white" },
		...cupboard.additives.map((additive) => ({ name: `additive:${additive.key}`, text: additive.name })),
		...cupboard.scents.map((scent) => ({ name: `scent:${scent.key}`, text: scent.name })),
		...cupboard.colourants.map((jar) => ({ name: `colourant:${jar.key}`, text: jar.name })),
	];
	const counted = things.filter((thing) => cupboard.stock[thing.name] !== undefined);
	const uncounted = things.filter((thing) => cupboard.stock[thing.name] === undefined);
	const [next, setNext] = useState("");
	const count = useCount();
	return (
		<div className="tray p-4">
			<ul className="grid gap-x-8 md:grid-cols-2 xl:grid-cols-3">
				{counted.map((thing) => (
					<StockLine
						key={thing.name}
						name={thing.name}
						text={thing.text}
						grams={cupboard.stock[thing.name] ?? 0}
					/>
				))}
			</ul>
			<div className="mt-4 flex flex-wrap items-end gap-2">
				<SelectField
					label="Count something else"
					value={next}
					options={[["", "Choose…"], ...uncounted.map((thing) => [thing.name, thing.text] as const)]}
					onChange={setNext}
				/>
				<Button
					disabled={!next}
					onClick={() => {
						count.mutate({ name: next, grams: 0 });
						setNext("");
					}}
				>
					Put it on the list
				</Button>
			</div>
		</div>
	);
}

function useCount() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: countStock,
		onSuccess: () => queries.invalidateQueries({ queryKey: cupboardQuery.queryKey }),
	});
}

function StockLine({ name, text, grams }: { name: string; text: string; grams: number }) {
	const id = useId();
	const { units } = useUnits();
	const count = useCount();
	const unit = unitOf(units, "weight");
	const [typed, setTyped] = useState<number | null>(null);
	const keep = () => {
		if (typed !== null) count.mutate({ name, grams: typed });
		setTyped(null);
	};
	return (
		<li className="flex items-center gap-2 border-line border-b py-1" data-stock={name}>
			<label htmlFor={id} className="min-w-0 flex-1 truncate text-sm">
				{text}
			</label>
			<div className="w-24">
				<NumberInput
					id={id}
					className="field figures w-full text-right"
					quantity="weight"
					digits={1}
					min={0}
					value={typed ?? grams}
					onChange={setTyped}
					onDone={keep}
				/>
			</div>
			<span className="w-6 text-sm">{unit.label}</span>
			<Button
				look="quiet"
				className="px-1.5!"
				aria-label={`Stop counting ${text}`}
				onClick={() => count.mutate({ name, grams: null })}
			>
				×
			</Button>
		</li>
	);
}
