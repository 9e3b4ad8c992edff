import { TriangleAlert } from "lucide-react";

interface Props {
	lines: readonly string[];
	tone?: "light" | "dark";
	/** For the bench, read from two metres. */
	large?: boolean;
}

/** Stands wherever lye, powders or alcohol are handled. */
export function Cautions({ lines, tone = "light", large = false }: Props) {
	if (lines.length === 0) return null;
	const look =
		tone === "light" ? "border-lye/50 bg-lye-wash text-ink" : "border-[#f0a59b] bg-[#4a1713] text-on-rim";
	return (
		<div
			className={`flex gap-3 rounded-lg border px-3 py-2 ${large ? "text-xl" : "text-sm"} ${look}`}
			role="note"
			aria-label="Caution"
		>
			<TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0" />
			<ul className="space-y-1">
				{lines.map((line) => (
					<li key={line}>{line}</li>
				))}
			</ul>
		</div>
	);
}
