import { MessageCircleWarning } from "lucide-react";
import type { Remark } from "../../api/types";
import { useEditor } from "../editor/EditorContext";

/** What can be made but is worth a word before pouring; ``where`` keeps only what belongs to those ids. */
export function Remarks({ where, codes }: { where?: readonly string[]; codes?: RegExp }) {
	const { live } = useEditor();
	const remarks = live.plan.remarks.filter(
		(remark) =>
			(!where || remark.where.split(" ").some((id) => where.includes(id))) &&
			(!codes || codes.test(remark.code)),
	);
	return <RemarkList remarks={remarks} />;
}

export function RemarkList({ remarks }: { remarks: readonly Remark[] }) {
	if (remarks.length === 0) return null;
	const [first, ...rest] = remarks;
	return (
		<div className="space-y-1.5">
			<RemarkLines remarks={rest.length > 1 && first ? [first] : remarks} />
			{rest.length > 1 && (
				<details className="rounded-lg bg-brass-wash/60 px-3 py-1 text-sm">
					<summary className="cursor-pointer">{rest.length} more things worth knowing</summary>
					<div className="mt-1.5">
						<RemarkLines remarks={rest} more />
					</div>
				</details>
			)}
		</div>
	);
}

function RemarkLines({ remarks, more = false }: { remarks: readonly Remark[]; more?: boolean }) {
	return (
		<ul aria-label={more ? "More to know" : "Worth knowing"} className="space-y-1.5">
			{remarks.map((remark) => (
				<li
					key={`${remark.code} ${remark.where} ${remark.text}`}
					className="flex gap-2 rounded-lg bg-brass-wash px-3 py-1.5 text-sm"
				>
					<MessageCircleWarning aria-hidden className="mt-0.5 size-4 shrink-0 text-brass" />
					<span>
						{remark.text} <span className="text-soft">{remark.remedy}</span>
					</span>
				</li>
			))}
		</ul>
	);
}
