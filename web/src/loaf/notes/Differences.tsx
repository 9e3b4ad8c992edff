import type { Difference } from "../../api/types";

const SIZES: Record<Difference["size"], { mark: string; look: string }> = {
	much: { mark: "●●", look: "text-lye" },
	"a little": { mark: "●○", look: "text-brass" },
	"as planned": { mark: "○○", look: "text-set" },
};

/** Plan against outcome, the largest first, each with its likeliest causes. */
export function Differences({ found, written }: { found: readonly Difference[]; written: boolean }) {
	const off = found.filter((item) => item.size !== "as planned");
	const same = found.filter((item) => item.size === "as planned");
	return (
		<section aria-label="Plan against outcome" className="tray p-4">
			<h2 className="text-lg">Plan against outcome</h2>
			{found.length === 0 && (
				<p className="mt-1 text-sm">
					{written
						? "Nothing that was written down can be held against the plan."
						: "Nothing is saved yet. Times and weights of the bench come here by themselves."}
				</p>
			)}
			<ul className="mt-2 divide-y divide-line">
				{off.map((item) => (
					<li key={`${item.what} ${item.found} ${item.says}`} className="grid grid-cols-[2rem_1fr] py-2">
						<span aria-hidden className={`figures text-xs leading-6 ${SIZES[item.size].look}`}>
							{SIZES[item.size].mark}
						</span>
						<div className="min-w-0">
							<p className="flex flex-wrap items-baseline gap-x-3">
								<strong>{item.what}</strong>
								<span className={`text-xs font-semibold ${SIZES[item.size].look}`}>{item.size}</span>
								<PlanAndFound item={item} />
							</p>
							<p className="text-sm">{item.says}</p>
							{(item.causes ?? []).length > 0 && (
								<ul className="mt-1 space-y-0.5 text-sm">
									{(item.causes ?? []).map((cause) => (
										<li key={cause.says} className={cause.evidence ? "" : "text-soft"}>
											{cause.evidence ? "Likely: " : "Or: "}
											{cause.says}
											{cause.evidence && <span className="text-soft"> ({cause.evidence})</span>}.
										</li>
									))}
								</ul>
							)}
						</div>
					</li>
				))}
			</ul>
			{same.length > 0 && (
				<p className="mt-2 text-sm">
					<span className="font-semibold text-set">As planned:</span>{" "}
					{same.map((item) => item.what).join(", ")}.
				</p>
			)}
		</section>
	);
}

function PlanAndFound({ item }: { item: Difference }) {
	const shade = (text: string) => (text.startsWith("#") ? <Shade srgb={text} /> : text);
	return (
		<span className="figures text-sm">
			<span className="text-soft">planned</span> {shade(item.planned)}{" "}
			<span className="text-soft">found</span> {shade(item.found)}
		</span>
	);
}

const Shade = ({ srgb }: { srgb: string }) => (
	<span
		className="inline-block h-4 w-8 rounded border border-ink/50 align-middle"
		style={{ background: srgb }}
		role="img"
		aria-label={srgb}
	/>
);
