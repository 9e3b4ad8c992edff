import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { Link } from "react-router";
import { cupboardQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { addColour } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { Remarks } from "../section/Remarks";
import { BlendsEditor } from "./BlendsEditor";
import { ColourCard } from "./ColourCard";
import { ContrastList } from "./ContrastList";
import { WholePots } from "./WholePots";

/** Colours and scents: what goes into each bowl, and what it will look like when the bars have cured. */
export function ColoursPlace() {
	const { document, edit, live } = useEditor();
	const { data: cupboard } = useQuery(cupboardQuery);
	if (!cupboard) return null;
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(300px,380px)]">
			<div className="space-y-3">
				<ul className="grid items-start gap-3 xl:grid-cols-2">
					{document.colours.map((colour) => (
						<ColourCard
							key={colour.id}
							colour={colour}
							planned={live.plan.colours.find((item) => item.id === colour.id)}
							jars={cupboard.colourants}
							additives={cupboard.additives}
						/>
					))}
				</ul>
				<Button onClick={() => edit(addColour)}>
					<Plus aria-hidden className="size-4" /> Add a colour
				</Button>
			</div>
			<div className="space-y-4">
				<ContrastList />
				<BlendsEditor scents={cupboard.scents} />
				<WholePots jars={cupboard.colourants} />
				<Remarks codes={/^(colour|scent|portion|additive)/} />
				<p className="text-sm text-soft">
					Jars and bottles are kept in the{" "}
					<Link to="/cupboard" className="font-semibold text-rim-deep underline">
						cupboard
					</Link>
					. Forecasts are estimates from each jar's test bar; a screen is not a bar.
				</p>
			</div>
		</div>
	);
}
