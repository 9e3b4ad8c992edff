import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { notebookQuery } from "../api/queries";
import type { Asked, FoundChoice } from "../api/types";
import { Button } from "../ui/Button";
import { DateField } from "../ui/day/DateField";
import { CheckField, SelectField, TextField } from "../ui/fields";
import { PastCard } from "./PastCard";

/** What loaves are sought by, and what each is called. */
const FILTERS = [
	["scent", "Scent"],
	["colourant", "Colour from"],
	["fault", "What went wrong"],
	["verdict", "Verdict"],
	["technique", "How it was poured"],
	["formula", "Formula"],
	["mould", "Mould"],
] as const;

/** Any past loaf in seconds: words anywhere, filters, and a gallery of faces and tops. */
export function FindPlace() {
	const [params, setParams] = useSearchParams();
	const asked: Asked = {
		...Object.fromEntries(params),
		finished: params.get("finished") !== "false",
		page: Number(params.get("page") ?? 0),
	};
	const { data: found, isFetching } = useQuery({
		...notebookQuery(asked),
		placeholderData: keepPreviousData,
	});
	const set = (key: string, value: string) =>
		setParams(
			(last) => {
				const next = new URLSearchParams(last);
				if (value) next.set(key, value);
				else next.delete(key);
				if (key !== "page") next.delete("page");
				return next;
			},
			{ replace: true },
		);
	const pages = found?.pages ?? 0;
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[20rem_minmax(0,1fr)]">
			<search className="tray space-y-3 p-4">
				<TextField
					label="Words, anywhere"
					kind="search"
					placeholder="name, note, scent, fault…"
					value={params.get("words") ?? ""}
					onChange={(words) => set("words", words)}
				/>
				{FILTERS.map(([kind, name]) => (
					<SelectField
						key={kind}
						label={name}
						value={params.get(kind) ?? ""}
						options={optionsOf(found?.choices ?? [], kind, params.get(kind))}
						onChange={(value) => set(kind, value)}
					/>
				))}
				<div className="grid grid-cols-[repeat(auto-fit,minmax(9.3rem,1fr))] gap-2">
					<DateField label="From" value={params.get("since")} onChange={(day) => set("since", day ?? "")} />
					<DateField label="To" value={params.get("until")} onChange={(day) => set("until", day ?? "")} />
				</div>
				<CheckField
					label="Only those looked at"
					checked={params.get("finished") !== "false"}
					onChange={(only) => set("finished", only ? "" : "false")}
				/>
				<Button
					className="w-full"
					disabled={params.size === 0}
					onClick={() => setParams({}, { replace: true })}
				>
					Start over
				</Button>
			</search>
			<div className="min-w-0">
				<p role="status" className="mb-2 text-sm">
					{found ? `${found.count} ${found.count === 1 ? "loaf" : "loaves"}` : "Looking…"}
					{isFetching && found && " · looking…"}
				</p>
				<ul className="grid grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-3">
					{(found?.loaves ?? []).map((loaf) => (
						<PastCard key={loaf.id} loaf={loaf} />
					))}
				</ul>
				{found?.count === 0 && (
					<p className="tray max-w-prose p-4">
						Nothing has all of that. Take a filter away, or look among loaves that nothing is written down of.
					</p>
				)}
				{pages > 1 && (
					<nav aria-label="Pages" className="mt-3 flex items-center gap-3">
						<Button disabled={asked.page === 0} onClick={() => set("page", String((asked.page ?? 0) - 1))}>
							Newer
						</Button>
						<span className="text-sm">
							{(asked.page ?? 0) + 1} of {pages}
						</span>
						<Button
							disabled={(asked.page ?? 0) + 1 >= pages}
							onClick={() => set("page", String((asked.page ?? 0) + 1))}
						>
							Older
						</Button>
					</nav>
				)}
			</div>
		</div>
	);
}

function optionsOf(choices: readonly FoundChoice[], kind: string, chosen: string | null) {
	const here = choices.filter((choice) => choice.kind === kind);
	const options: [string, string][] = [
		["", "any"],
		...here.map((c) => [c.key, `${c.name} (${c.count})`] as [string, string]),
	];
	if (chosen && !here.some((choice) => choice.key === chosen)) options.push([chosen, chosen]);
	return options;
}
