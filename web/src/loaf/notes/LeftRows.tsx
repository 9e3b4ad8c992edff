import type { ColourPlan, LeftOver } from "../../api/types";
import { NumberField } from "../../ui/fields";
import { Rows } from "./Rows";

const WHATS = ["batter", "frosting", "trimmings"] as const;
const WENT = ["saver mould", "dough", "shreds", "thrown away"] as const;

interface Props {
	left: readonly LeftOver[];
	colours: readonly ColourPlan[];
	onChange: (left: LeftOver[]) => void;
}

/** What was left over and where it went; what was kept goes on the shelf by itself. */
export function LeftRows({ left, colours, onChange }: Props) {
	return (
		<Rows<LeftOver>
			legend="What was left over"
			items={left}
			fresh={{ what: "batter", colour: null, grams: 50, went: "saver mould" }}
			add="Something was left over"
			nameOf={(item) => `${item.grams} g of ${item.what ?? "batter"}`}
			columns="grid-cols-2"
			onChange={onChange}
		>
			{(item, set) => (
				<>
					<select
						className="field"
						aria-label="Left over"
						value={item.what ?? "batter"}
						onChange={(event) => set({ what: event.target.value as LeftOver["what"] })}
					>
						{WHATS.map((what) => (
							<option key={what}>{what}</option>
						))}
					</select>
					<select
						className="field"
						aria-label="Its colour"
						value={item.colour ?? ""}
						onChange={(event) => set({ colour: event.target.value || null })}
					>
						<option value="">mixed</option>
						{colours.map((colour) => (
							<option key={colour.id} value={colour.id}>
								{colour.name}
							</option>
						))}
					</select>
					<NumberField
						label="Weight"
						quantity="weight"
						digits={0}
						value={item.grams}
						onChange={(grams) => grams > 0 && set({ grams })}
					/>
					<select
						className="field"
						aria-label="Where it went"
						value={item.went ?? "saver mould"}
						onChange={(event) => set({ went: event.target.value as LeftOver["went"] })}
					>
						{WENT.map((went) => (
							<option key={went}>{went}</option>
						))}
					</select>
				</>
			)}
		</Rows>
	);
}
