import { SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";

/** A formula of this loaf, or the loaf's own. */
export function FormulaChoice({
	value,
	onChange,
}: {
	value: string | null;
	onChange: (id: string | null) => void;
}) {
	const { document } = useEditor();
	const options = [
		["", "The loaf's own"] as const,
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
