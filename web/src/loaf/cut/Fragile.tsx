import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { tellFragile } from "../../api/queries";
import { useEditor } from "../editor/EditorContext";

/** Sharp faces are looked at for so long before more is asked [ms]: whoever moves on waits for nothing. */
const LOOKED_AT_MS = 1000;

/** What goes wrong in some outcomes; asked once the sharp faces are looked at, because it takes longer than they do. */
export function Fragile({ laterMin, ready: sharp }: { laterMin: number; ready: boolean }) {
	const { id, live } = useEditor();
	const [ready, setReady] = useState(false);
	useEffect(() => {
		if (!sharp) return setReady(false);
		const looked = setTimeout(() => setReady(true), LOOKED_AT_MS);
		return () => clearTimeout(looked);
	}, [sharp]);
	const { data, isPlaceholderData } = useQuery({
		queryKey: ["fragile", id, live.of, laterMin],
		queryFn: () => tellFragile(live.of, id, laterMin),
		enabled: ready,
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 60_000,
	});
	if (!data) return null;
	return (
		<section aria-label="What is fragile" className={`tray p-4 ${isPlaceholderData ? "opacity-60" : ""}`}>
			<h2 className="text-base">
				What is fragile <span className="font-normal text-soft">in {data.outcomes} outcomes</span>
			</h2>
			{data.says && <p className="mt-1 text-sm">{data.says}</p>}
			<ul className="mt-1 space-y-1 text-sm">
				{data.found.map((item) => (
					<li key={`${item.code} ${item.where}`} className="flex items-center gap-3">
						<span aria-hidden className="h-2 w-20 shrink-0 rounded-full bg-line">
							<span
								className="block h-2 rounded-full bg-brass"
								style={{ width: `${(100 * item.outcomes) / item.of}%` }}
							/>
						</span>
						{item.says}
					</li>
				))}
			</ul>
		</section>
	);
}
