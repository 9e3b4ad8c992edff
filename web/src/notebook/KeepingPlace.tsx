import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { Progress } from "radix-ui";
import { Link } from "react-router";
import { ApiProblem, bringStudioIn, importStandingQuery } from "../api/queries";
import { buttonClass } from "../ui/Button";
import { FileButton } from "../ui/FileButton";
import { Problems } from "../ui/Problems";

/** How often it is asked how far an import has come [ms]. */
const ASKED_MS = 500;

/** Nothing lost: the whole studio out as one file, in again, and every table as CSV. */
export function KeepingPlace() {
	const cache = useQueryClient();
	const bring = useMutation({ mutationFn: bringStudioIn, onSuccess: () => cache.invalidateQueries() });
	const { data: standing } = useQuery({
		...importStandingQuery,
		enabled: bring.isPending || bring.isSuccess,
		refetchInterval: ({ state }) => (bring.isPending || state.data?.to_learn ? ASKED_MS : false),
	});
	const share = standing?.of ? standing.done / standing.of : 0;
	const refused = bring.error instanceof ApiProblem ? bring.error.report : null;
	return (
		<div className="grid gap-4 md:grid-cols-2">
			<section aria-label="Export" className="tray space-y-3 p-5">
				<h2 className="text-lg">Export</h2>
				<p className="text-sm">
					Everything in one file: loaves with every version, bench logs, readings, outcomes, photographs,
					cupboard, shelf, season. It is a zip of plain JSON and JPEG that anybody can read; how it is built
					stands in the <Link to="/guide/files">guide</Link>.
				</p>
				<div className="flex flex-wrap gap-2">
					<a className={buttonClass("main")} href="/api/keeping/studio.zip" download>
						<Download aria-hidden className="size-4" /> The whole studio
					</a>
					<a className={buttonClass()} href="/api/keeping/tables.zip" download>
						<Download aria-hidden className="size-4" /> Every table as CSV
					</a>
				</div>
				<p className="text-soft text-xs">
					Copies are also made by themselves before a newer version changes anything, and with{" "}
					<code>archtop backup</code> while the studio is open. Keep one on another machine.
				</p>
			</section>
			<section aria-label="Import" className="tray space-y-3 p-5">
				<h2 className="text-lg">Import</h2>
				<p className="text-sm">
					A studio's file is merged into this one: what is new is added, logs grow by what they lack, and
					where something differs, yours stays and you are told. Everything or nothing is kept.
				</p>
				<FileButton
					label="Studio file"
					accept=".zip,application/zip"
					disabled={bring.isPending}
					onFile={(file) => bring.mutate(file)}
				>
					Choose a studio's file
				</FileButton>
				<div role="status" className="text-sm">
					{bring.isPending && (
						<div className="flex items-center gap-3">
							<span id="import-does">{share < 0.5 ? "Reading and checking…" : "Writing…"}</span>
							<Progress.Root
								aria-labelledby="import-does"
								value={Math.round(100 * share)}
								className="h-2 flex-1 overflow-hidden rounded bg-bench"
							>
								<Progress.Indicator className="h-full bg-rim" style={{ width: `${100 * share}%` }} />
							</Progress.Root>
						</div>
					)}
					{bring.data && (
						<>
							<p>{bring.data.says}</p>
							{Boolean(standing?.to_learn) && <p>Loaves still to be learned from: {standing?.to_learn}.</p>}
							<ul className="mt-1 list-disc pl-5">
								{bring.data.kept_yours.map((line) => (
									<li key={line}>{line}</li>
								))}
							</ul>
						</>
					)}
				</div>
				{refused && <Problems problems={refused.problems ?? []} title="Nothing was imported" />}
			</section>
		</div>
	);
}
