import type { ColourPlan, LeftOver } from "../../api/types";
import { NumberField, SelectField } from "../../ui/fields";
import { Rows } from "./Rows";

const alike = <T extends string>(word: T) => [word, word] as const;
const WHATS = (["batter", "frosting", "trimmings"] as const).map(alike);
const WENT = (["saver mould", "dough", "shreds", "thrown away"] as const).map(alike);

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
					<SelectField
						label="Left over"
						value={item.what ?? "batter"}
						options={WHATS}
						onChange={(what) => set({ what })}
					/>
					<SelectField
						label="Its colour"
						value={item.colour ?? ""}
						options={[["", "mixed"], ...colours.map((colour) => [colour.id, colour.name] as const)]}
						onChange={(colour) => set({ colour: colour || null })}
					/>
					<NumberField
						label="Weight"
						quantity="weight"
						digits={0}
						value={item.grams}
						onChange={(grams) => grams > 0 && set({ grams })}
					/>
					<SelectField
						label="Where it went"
						value={item.went ?? "saver mould"}
						options={WENT}
						onChange={(went) => set({ went })}
					/>
				</>
			)}
		</Rows>
	);
}
