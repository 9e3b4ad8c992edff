import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { drawAlsoFilled } from "../../api/queries";
import { useUnits } from "../../ui/UnitsContext";
import { alsoOut } from "../alsoOut";
import { useEditor } from "../editor/EditorContext";
import type { Outcome } from "./useFaces";

/** No picture is drawn larger than this [px]. */
const MOST_PX = 150;

/** The other moulds that the loaf's pot fills: from above, and where they are cut. */
export function AlsoFaces({ outcome }: { outcome: Outcome }) {
	const { id, live } = useEditor();
	const { units } = useUnits();
	const document = live.of;
	const { seed } = outcome;
	const asked = (document.also_filled ?? []).length > 0;
	const drawn = useQuery({
		queryKey: ["also faces", id, document, seed],
		queryFn: () => drawAlsoFilled({ document, loaf: id, px_mm: 0.3, seed }),
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 60_000,
		enabled: asked,
	});
	if (!asked) return null;
	return drawn.data?.map((item) => {
		const out = live.plan.also_cut.find((other) => other.id === item.id);
		const most = Math.max(...item.pictures.flatMap(({ wide_mm, high_mm }) => [wide_mm, high_mm]));
		const px = MOST_PX / most;
		return (
			<section key={item.id} className="tray space-y-2 p-4" aria-label={`Also filled: ${item.name}`}>
				<h3 className="font-semibold">
					{item.name}
					{out && (
						<span className="font-normal text-sm text-soft"> · also filled · {alsoOut(out, units)}</span>
					)}
				</h3>
				<ul className="flex flex-wrap items-end gap-4">
					{item.pictures.map((picture) => (
						<li key={picture.of}>
							<img
								src={picture.png}
								alt={`${item.name}: ${picture.of.toLowerCase()}`}
								width={picture.wide_mm * px}
								height={picture.high_mm * px}
							/>
							<p className="mt-1 text-xs text-soft">{picture.of}</p>
						</li>
					))}
				</ul>
			</section>
		);
	});
}
