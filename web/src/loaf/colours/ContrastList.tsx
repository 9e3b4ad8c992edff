import { useState } from "react";
import { Button } from "../../ui/Button";
import { useEditor } from "../editor/EditorContext";

const CLOSEST = 6;

/** Colours that touch, side by side as they will be when cured, the closest first. */
export function ContrastList() {
	const { document, live } = useEditor();
	const { contrasts, colours } = live.plan;
	const planned = (id: string) => colours.find((colour) => colour.id === id);
	const name = (id: string) => document.colours.find((colour) => colour.id === id)?.name ?? id;
	const [all, setAll] = useState(false);
	if (contrasts.length === 0) return null;
	const listed = all ? contrasts : contrasts.slice(0, CLOSEST);
	return (
		<section aria-labelledby="contrasts" className="tray p-4">
			<h2 id="contrasts" className="text-lg">
				Where colours touch
			</h2>
			<ul className="mt-2 divide-y divide-line">
				{listed.map((pair) => (
					<li
						key={`${pair.a} ${pair.b}`}
						className="flex items-center gap-3 py-1.5 text-sm"
						data-contrast={`${pair.a} ${pair.b}`}
					>
						<span aria-hidden className="flex h-8 w-16 shrink-0 overflow-hidden rounded border border-ink/40">
							<span className="flex-1" style={{ background: planned(pair.a)?.shown }} />
							<span className="flex-1" style={{ background: planned(pair.b)?.shown }} />
						</span>
						<span className="min-w-0 flex-1">
							{name(pair.a)} and {name(pair.b)}
							<span className="block text-xs text-soft">{pair.where}</span>
						</span>
						<span className={`text-right ${pair.words === "stand apart" ? "" : "font-bold text-brass"}`}>
							{pair.words}
						</span>
					</li>
				))}
			</ul>
			<details className="text-xs text-soft">
				<summary className="cursor-pointer">How is this worked out?</summary>
				By the difference of the cured colours (CIEDE2000): about 1 is just visible side by side, under 6 two
				colours merge on a cut face, under 12 they are hard to tell apart. Estimates. Closest here:{" "}
				{contrasts[0]?.difference.toFixed(0)}.
			</details>
			{contrasts.length > CLOSEST && (
				<Button look="quiet" onClick={() => setAll(!all)}>
					{all ? "Only the closest" : `All ${contrasts.length} pairs`}
				</Button>
			)}
		</section>
	);
}
