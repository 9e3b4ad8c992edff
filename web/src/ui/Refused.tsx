import { ApiProblem } from "../api/queries";

/** Why something small was refused, in a line; nothing while it was not. */
export function Refused({ error }: { error: unknown }) {
	if (!(error instanceof ApiProblem)) return null;
	const first = error.report.problems?.[0];
	return (
		<p role="alert" className="rounded bg-lye-wash px-2 py-1 text-sm">
			{first ? `${first.limit}. ${first.remedy}` : error.report.message}
		</p>
	);
}
