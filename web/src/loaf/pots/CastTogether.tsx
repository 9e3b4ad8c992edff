import { Layers } from "lucide-react";
import { Button } from "../../ui/Button";
import { CheckField, TextField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { type Casting, castAlone, castingsOf, castTogether, dissolve, rename } from "./together";

/** What is mixed once and fills several moulds. */
export function CastTogether() {
	const { document, edit, live } = useEditor();
	const castings = castingsOf(live.plan);
	const batches = document.batches ?? [];
	const alone = castings.filter((casting) => !batches.some((batch) => batch.casts.includes(casting.id)));
	const next = document.formulas
		.map((formula) => alone.filter((casting) => casting.formula === formula.id))
		.find((group) => group.length > 1);
	if (batches.length === 0 && !next) return null;
	return (
		<section aria-labelledby="together" className="tray space-y-3 p-4">
			<h2 id="together" className="text-lg">
				Cast together
			</h2>
			<p className="text-sm text-soft">
				Castings of one formula out of one pot: mixed once, filled one after the other, a bowl to each colour.
			</p>
			{batches.map((batch) => {
				const mine = castings.filter((casting) => batch.casts.includes(casting.id));
				const formula = mine[0]?.formula;
				const offered = castings.filter(
					(casting) => mine.includes(casting) || (alone.includes(casting) && casting.formula === formula),
				);
				return (
					<fieldset key={batch.id} className="space-y-1.5 border-line border-t pt-2" data-batch={batch.id}>
						<legend className="sr-only">{batch.name}</legend>
						<TextField
							label="Batch"
							value={batch.name}
							onChange={(name) => edit(rename(batch.id, name), `batch ${batch.id}`)}
						/>
						{mine.length < 2 && (
							<p className="text-sm">
								{mine.length === 0 ? "Nothing of it is cast any more." : "Only one of it is cast still."}{" "}
								<Button onClick={() => edit(dissolve(batch.id))}>Let the batch go</Button>
							</p>
						)}
						<Members
							castings={offered}
							inside={(casting) => mine.includes(casting)}
							onPut={(casting) => edit(castTogether(castings, [...batch.casts, casting.id]))}
							onTake={(casting) => edit(castAlone(castings, casting.id))}
						/>
					</fieldset>
				);
			})}
			{next && (
				<Button
					onClick={() =>
						edit(
							castTogether(
								castings,
								next.map((casting) => casting.id),
							),
						)
					}
				>
					<Layers aria-hidden className="size-4" /> Cast {next.length} of one formula together
				</Button>
			)}
		</section>
	);
}

interface MembersProps {
	castings: readonly Casting[];
	inside: (casting: Casting) => boolean;
	onPut: (casting: Casting) => void;
	onTake: (casting: Casting) => void;
}

function Members({ castings, inside, onPut, onTake }: MembersProps) {
	return (
		<div className="grid gap-x-3 gap-y-2 sm:grid-cols-2">
			{castings.map((casting) => (
				<CheckField
					key={casting.id}
					label={casting.name}
					checked={inside(casting)}
					onChange={(checked) => (checked ? onPut(casting) : onTake(casting))}
				/>
			))}
		</div>
	);
}
