import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { saveHouse, sessionQuery } from "../api/queries";
import type { House } from "../api/types";
import { goByHouse } from "../ui/counting";
import { MaybeNumberField, SelectField, TextField } from "../ui/fields";
import { Refused } from "../ui/Refused";
import { useUnits } from "../ui/UnitsContext";
import { currencyOf, type Units } from "../ui/units";

const UNITS = [
	["metric", "millimetres, grams, °C"],
	["us", "inches, ounces, °F"],
] as const satisfies readonly (readonly [Units, string])[];
const DECIMALS = [
	["point", "3.5"],
	["comma", "3,5"],
] as const;
const DATES = [
	["day first", "5 December"],
	["month first", "December 5"],
] as const;
const WEEKS = [
	["Monday", "Monday"],
	["Sunday", "Sunday"],
] as const;
const PAPERS = [
	["", "what goes with the units"],
	["A4", "A4"],
	["Letter", "Letter"],
] as const;

/** How the studio counts: each choice is kept as it is made. The units are this browser's own. */
export function HouseFields() {
	const { data: session } = useQuery(sessionQuery);
	const { units, choose } = useUnits();
	const cache = useQueryClient();
	const save = useMutation({
		mutationFn: saveHouse,
		onSuccess: (house) => {
			if (session) cache.setQueryData(sessionQuery.queryKey, { ...session, house });
			goByHouse(house);
			// What was said otherwise is asked for again; an open loaf plans itself anew.
			void cache.invalidateQueries({
				predicate: ({ queryKey: [what] }) => what !== "loaf" && what !== "session",
			});
		},
	});
	if (!session) return null;
	const { house } = session;
	const put = (change: Partial<House>) => save.mutate({ ...house, ...change });
	return (
		<div className="space-y-3">
			<div className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-3">
				<SelectField
					label="Units"
					value={units}
					options={UNITS}
					onChange={(next) => {
						choose(next);
						void cache.invalidateQueries({ predicate: ({ queryKey: [what] }) => what !== "loaf" });
					}}
				/>
				<SelectField
					label="Numbers"
					value={house.decimal ?? "point"}
					options={DECIMALS}
					onChange={(decimal) => put({ decimal })}
				/>
				<SelectField
					label="Dates"
					value={house.dates ?? "day first"}
					options={DATES}
					onChange={(dates) => put({ dates })}
				/>
				<SelectField
					label="Weeks begin on"
					value={house.week_begins ?? "Monday"}
					options={WEEKS}
					onChange={(week_begins) => put({ week_begins })}
				/>
				<SelectField
					label="Paper"
					value={house.paper ?? ""}
					options={PAPERS}
					onChange={(paper) => put({ paper: paper === "" ? null : paper })}
				/>
				<TextField
					label="Currency"
					max={8}
					value={currencyOf(house.currency ?? "", units)}
					onChange={(currency) => put({ currency })}
				/>
				<MaybeNumberField
					label="Room temperature of new loaves"
					quantity="temperature"
					value={house.room_c ?? 21}
					onChange={(room_c) => room_c !== null && put({ room_c })}
				/>
			</div>
			<p role="status" className="min-h-6 text-soft text-sm">
				{save.isSuccess && "Saved."}
			</p>
			<Refused error={save.error} />
		</div>
	);
}
