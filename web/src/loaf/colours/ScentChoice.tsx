import type { Colour } from "../../api/types";
import { NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

type Scent = NonNullable<Colour["scent"]>;

interface Props {
	scent: Scent | null;
	/** What it is called where there is none. */
	none: string;
	onChange: (scent: Scent | null) => void;
}

/** One of the loaf's scents, and how much of it. */
export function ScentChoice({ scent, none, onChange }: Props) {
	const { document } = useEditor();
	return (
		<div className="grid grid-cols-[1fr_84px] items-end gap-2">
			<SelectField
				label="Scent"
				value={scent?.blend ?? ""}
				options={[["", none] as const, ...document.blends.map((blend) => [blend.id, blend.name] as const)]}
				onChange={(blend) => onChange(blend ? { blend, percent_of_oils: scent?.percent_of_oils ?? 3 } : null)}
			/>
			{scent && (
				<NumberField
					label="Of oils"
					suffix="%"
					digits={2}
					min={0}
					value={scent.percent_of_oils}
					onChange={(percent_of_oils) => onChange({ ...scent, percent_of_oils })}
				/>
			)}
		</div>
	);
}
