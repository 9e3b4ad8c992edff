import { useQuery } from "@tanstack/react-query";
import { loafQuery, loavesQuery } from "../../api/queries";
import { SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { BarFace } from "./BarFace";
import { type Outcome, useFaces } from "./useFaces";

interface Props {
	/** Nothing, ``outcome``, or another loaf's id. */
	beside: string;
	onChange: (beside: string) => void;
}

/** Chooses what is laid beside the faces. */
export function BesideField({ beside, onChange }: Props) {
	const { id } = useEditor();
	const { data } = useQuery(loavesQuery);
	const others = (data ?? []).filter((loaf) => loaf.id !== id);
	return (
		<div className="w-48">
			<SelectField
				label="Beside them"
				value={beside}
				options={[
					["", "Nothing"],
					["outcome", "The next outcome"],
					...others.map((loaf) => [loaf.id, loaf.name] as const),
				]}
				onChange={onChange}
			/>
		</div>
	);
}

/** A second row of faces: the same loaf in the next outcome, or another loaf. */
export function BesideStrip({ beside, outcome }: { beside: string; outcome: Outcome }) {
	const { id, live } = useEditor();
	const other = useQuery({ ...loafQuery(beside), enabled: beside !== "" && beside !== "outcome" });
	if (beside === "outcome") {
		const next = { ...outcome, seed: outcome.seed + 1 };
		return (
			<Strip title={`Outcome ${next.seed}`} loaf={id} document={live.of} plan={live.plan} outcome={next} />
		);
	}
	if (!other.data) return null;
	const { document, plan } = other.data;
	return (
		<Strip title={document.name} loaf={other.data.id} document={document} plan={plan} outcome={outcome} />
	);
}

interface StripProps {
	title: string;
	loaf: string;
	document: ReturnType<typeof useEditor>["live"]["of"];
	plan: ReturnType<typeof useEditor>["live"]["plan"];
	outcome: Outcome;
}

function Strip({ title, loaf, document, plan, outcome }: StripProps) {
	const faces = useFaces(document, loaf, outcome);
	return (
		<section aria-label={`Beside: ${title}`} className="tray p-5">
			<h2 className="text-base">{title}</h2>
			<ol className="mt-2 flex flex-wrap gap-x-4 gap-y-3">
				{plan.cuts.bars.map((bar) => (
					<li key={bar.number} className="w-48" data-beside={bar.number}>
						<BarFace
							document={document}
							plan={plan}
							bar={bar}
							face={faces.of(bar.number)}
							of={`, ${title}`}
						/>
						<p className="font-bold text-sm">{bar.number}</p>
					</li>
				))}
			</ol>
		</section>
	);
}
