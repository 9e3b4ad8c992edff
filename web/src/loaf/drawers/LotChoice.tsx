import { useQuery } from "@tanstack/react-query";
import { shelfQuery } from "../../api/queries";
import type { Lot } from "../../api/types";
import { SelectField } from "../../ui/fields";

interface Props {
	label: string;
	/** What it means to take nothing from the shelf. */
	none: string;
	kinds: readonly Lot["kind"][];
	value: string | null;
	onChange: (lot: string | null) => void;
}

/** Which lot on the shelf something comes from. A lot that is gone stays chosen: the plan says that it is not there. */
export function LotChoice({ label, none, kinds, value, onChange }: Props) {
	const { data: lines = [] } = useQuery(shelfQuery);
	const lots = lines.map((line) => line.lot).filter((lot) => kinds.includes(lot.kind));
	if (lots.length === 0 && value === null) return null;
	const options = lots.map((lot) => [lot.key, `${lot.name} (${amountText(lot)})`] as const);
	const missing = value !== null && !lots.some((lot) => lot.key === value);
	return (
		<SelectField
			label={label}
			value={value ?? ""}
			options={[["", none], ...options, ...(missing ? [[value, `${value}, not here`] as const] : [])]}
			onChange={(key) => onChange(key || null)}
		/>
	);
}

const amountText = (lot: Lot) => (lot.count ? String(lot.count) : `${Math.round(lot.grams)} g`);
