import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { weekQuery } from "../api/queries";
import { today } from "../ui/dates";
import { DateField } from "../ui/day/DateField";
import { SupplyTable } from "../ui/SupplyTable";

/** What all the loaves of seven days take together. */
export function WeekNeeds() {
	const [first, setFirst] = useState(today);
	const { data: week } = useQuery(weekQuery(first));
	return (
		<div className="tray max-w-2xl space-y-3 p-4">
			<div className="w-52">
				<DateField label="Seven days from" value={first} required onChange={(day) => day && setFirst(day)} />
			</div>
			{week && week.loaves.length === 0 && <p>No loaf is poured in that week.</p>}
			{week && week.loaves.length > 0 && (
				<>
					<p>Pours {week.loaves.join(", ")}.</p>
					<SupplyTable supplies={week.supplies} caption="What the week takes" />
				</>
			)}
			{week && week.unplanned.length > 0 && (
				<p role="alert" className="font-semibold text-brass">
					Not counted, because they cannot be made as they stand: {week.unplanned.join(", ")}.
				</p>
			)}
		</div>
	);
}
