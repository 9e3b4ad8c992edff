import { Plus } from "lucide-react";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";

interface Props {
	/** Of the run. */
	name: string;
	bag: readonly string[];
	/** Which bag of the run it is. */
	what: string;
	onChange: (colours: string[]) => void;
}

/** Colours side by side in one bag. */
export function BagColours({ name, bag, what, onChange }: Props) {
	const { document } = useEditor();
	const options = document.colours.map((colour) => [colour.id, colour.name] as const);
	const unused = options.find(([id]) => !bag.includes(id));
	return (
		<div className="flex flex-wrap items-end gap-2">
			{bag.map((colour, i) => (
				<div key={colour} className="flex items-end">
					<SelectField
						label={bag.length > 1 ? `In ${what}, side by side ${i + 1}` : `Colour in ${what}`}
						value={colour}
						options={options}
						onChange={(next) => onChange(bag.map((item, at) => (at === i ? next : item)))}
					/>
					{bag.length > 1 && (
						<RemoveButton
							className="px-2!"
							aria-label={`Remove colour ${i + 1} from ${what} of ${name}`}
							onClick={() => onChange(bag.filter((_, at) => at !== i))}
						/>
					)}
				</div>
			))}
			{unused && bag.length < 4 && (
				<Button look="quiet" onClick={() => onChange([...bag, unused[0]])}>
					<Plus aria-hidden className="size-4" /> Add a colour beside it
				</Button>
			)}
		</div>
	);
}
