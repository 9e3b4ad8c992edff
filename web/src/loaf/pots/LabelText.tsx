import type { LoafPlan } from "../../api/types";

type Label = LoafPlan["label"];

/** The names of a label in order, and where their order is no longer fixed by weight. */
export function LabelText({ label }: { label: Label }) {
	const of = (place: Label["lines"][number]["place"]) =>
		label.lines.filter((line) => line.place === place).map((line) => line.inci);
	const [weighed, little, colourants] = [of("by weight"), of("any order"), of("colourants")];
	return (
		<>
			<p className="text-sm">{label.text}</p>
			<dl className="space-y-0.5 text-xs text-soft">
				<Group title="Falling by weight" names={weighed} />
				<Group title="At most 1 % each, in any order after those" names={little} />
				<Group title="Colourants, in any order after all others" names={colourants} />
			</dl>
		</>
	);
}

function Group({ title, names }: { title: string; names: readonly string[] }) {
	if (names.length === 0) return null;
	return (
		<div>
			<dt className="inline font-semibold">{title}: </dt>
			<dd className="inline">
				{names.length === 1 ? names[0] : `${names[0]} to ${names.at(-1)}`} ({names.length})
			</dd>
		</div>
	);
}
