import { useQuery } from "@tanstack/react-query";
import { History } from "lucide-react";
import { Link } from "react-router";
import { remindersQuery } from "../../api/queries";
import { useEditor } from "../editor/EditorContext";

/** Before you pour: past trouble with the same scent, jar, mould or piece. */
export function Reminders() {
	const { id } = useEditor();
	const { data: reminders = [] } = useQuery(remindersQuery(id));
	if (reminders.length === 0) return null;
	return (
		<section aria-label="Before you pour" className="tray border-brass/60 p-3 text-sm">
			<details>
				<summary className="flex cursor-pointer items-center gap-2 font-semibold">
					<History aria-hidden className="size-4 shrink-0 text-brass" />
					Before you pour: {reminders.length} {reminders.length === 1 ? "thing" : "things"} from your notebook
				</summary>
				<ul className="mt-1.5 list-disc space-y-1 pl-6">
					{reminders.map((item) => (
						<li key={`${item.fault} ${item.thing}`}>
							{item.says}{" "}
							<Link to={`/loaf/${item.loaves[0]}/notes`} className="whitespace-nowrap">
								See the last
							</Link>
						</li>
					))}
				</ul>
			</details>
		</section>
	);
}
