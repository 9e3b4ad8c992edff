import { SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

interface Props {
	value: string | null;
	onChange: (id: string | null) => void;
	/** What it means to choose none. */
	none?: string;
}

/** A formula of this loaf, or the loaf's own. */
export function FormulaChoice({ value, onChange, none = "The loaf's own" }: Props) {
	const { document } = useEditor();
	const options = [
		["", none] as const,
		...document.formulas.map((formula) => [formula.id, formula.name] as const),
	];
	return (
		<SelectField
			label="Formula"
			value={value ?? ""}
			options={options}
			onChange={(id) => onChange(id || null)}
		/>
	);
}
