import { useEditor } from "../editor/EditorContext";

/** What every bar has of each run and of each kind of piece. */
export function BarShares() {
	const { live } = useEditor();
	const { top, cuts } = live.plan;
	const names = new Map(live.of.pieces.map((piece) => [piece.id, piece.name]));
	const rows = top.on_parts.map((shares) => {
		const run = shares.kind === "run" ? top.runs.find((item) => item.id === shares.id) : undefined;
		return {
			key: `${shares.kind} ${shares.id}`,
			name: run?.name ?? names.get(shares.id) ?? shares.id,
			// What its parts have, left to right.
			counts: shares.bars.map((parts) => parts.join("+")),
			note: run?.cut ? `${run.cut} cut` : "",
		};
	});
	if (rows.length === 0) return null;
	return (
		<div className="overflow-x-auto">
			<table className="figures w-full table-fixed text-sm">
				<caption className="sr-only">What every bar has on top</caption>
				<thead>
					<tr className="text-soft">
						<th scope="col" className="w-36 text-left font-normal">
							{cuts.whole ? "Cup" : "Bar"}
						</th>
						{cuts.bars.map((bar) => (
							<th key={bar.number} scope="col" className="font-bold">
								{cuts.whole ? "each" : bar.number}
							</th>
						))}
						<th scope="col" className="w-20">
							<span className="sr-only">Cut</span>
						</th>
					</tr>
				</thead>
				<tbody>
					{rows.map((row) => (
						<tr key={row.key} className="border-line border-t">
							<th scope="row" className="py-0.5 text-left font-semibold">
								{row.name}
							</th>
							{row.counts.map((count, i) => (
								// biome-ignore lint/suspicious/noArrayIndexKey: a bar is its place.
								<td key={i} className="text-center">
									{count}
								</td>
							))}
							<td className="pl-2 text-right text-soft">{row.note}</td>
						</tr>
					))}
				</tbody>
			</table>
		</div>
	);
}
