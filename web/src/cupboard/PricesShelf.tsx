import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { cupboardQuery, pricesQuery, writePrices } from "../api/queries";
import type { PricesIn } from "../api/types";
import { MaybeNumberField, NumberField, TextField } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { currencyOf } from "../ui/units";

/** What things cost by weight, and hands by the hour: for the cost of a bar. */
export function PricesShelf() {
	const { data: cupboard } = useQuery(cupboardQuery);
	const { data: prices } = useQuery(pricesQuery);
	const { units } = useUnits();
	const cache = useQueryClient();
	const write = useMutation({
		mutationFn: writePrices,
		onSuccess: (next) => {
			cache.setQueryData(pricesQuery.queryKey, next);
			void cache.invalidateQueries({ queryKey: ["outcome"] });
		},
	});
	if (!cupboard || !prices) return null;
	const put = (change: Partial<PricesIn>) =>
		write.mutate({ currency: null, per_hour: null, per_kg: {}, ...change });
	const currency = currencyOf(prices.currency, units);
	const counted = new Set(Object.keys(cupboard.stock));
	const things = [
		...cupboard.fats.map((fat) => [`fat:${fat.key}`, fat.name] as const),
		["lye:naoh", "Sodium hydroxide"] as const,
		...cupboard.additives.map((additive) => [`additive:${additive.key}`, additive.name] as const),
		...cupboard.scents.map((scent) => [`scent:${scent.key}`, scent.name] as const),
		...cupboard.colourants.map((jar) => [`colourant:${jar.key}`, jar.name] as const),
	].filter(([key]) => counted.has(key) || key in prices.per_kg);
	return (
		<section aria-label="Prices" className="tray p-4">
			<h2 className="text-lg">Prices</h2>
			<div className="mt-2 grid max-w-md grid-cols-2 gap-3">
				<TextField
					label="Currency"
					max={8}
					value={currency}
					onChange={(sign) => sign && put({ currency: sign })}
				/>
				<NumberField
					label="Your hourly rate"
					suffix={currency}
					value={prices.per_hour}
					min={0}
					onChange={(per_hour) => per_hour >= 0 && put({ per_hour })}
				/>
			</div>
			<ul className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-x-3 gap-y-2">
				{things.map(([key, name]) => (
					<li key={key}>
						<MaybeNumberField
							label={name}
							quantity="price"
							min={0}
							value={prices.per_kg[key] ?? null}
							onChange={(price) => put({ per_kg: { [key]: price } })}
						/>
					</li>
				))}
			</ul>
			<p className="mt-2 text-soft text-xs">
				For everything counted in the stock. At an hourly rate of 0 your work is left out. What has no price
				is listed, not taken as free.
			</p>
		</section>
	);
}
