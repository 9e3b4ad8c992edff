import { type MouseEvent, type ReactNode, useState } from "react";
import { buttonClass } from "./Button";
import { saveFile } from "./saveFile";

interface Props {
	href: string;
	look?: Parameters<typeof buttonClass>[0];
	children: ReactNode;
}

/** The name that a server gives a file. */
const nameOf = (answer: Response): string =>
	/filename="([^"]+)"/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1] ?? "sheet.pdf";

/** A file that takes a moment to make: it says that it is coming, and if it does not come. */
export function FileLink({ href, look, children }: Props) {
	const [state, setState] = useState<"" | "coming" | "failed">("");
	const take = async (event: MouseEvent) => {
		// Into a tab of its own, or by a menu, as everywhere.
		if (event.ctrlKey || event.metaKey || event.shiftKey) return;
		event.preventDefault();
		if (state === "coming") return;
		setState("coming");
		try {
			const answer = await fetch(href);
			if (!answer.ok) throw new Error(answer.statusText);
			saveFile(await answer.blob(), nameOf(answer));
			setState("");
		} catch {
			setState("failed");
		}
	};
	return (
		<>
			<a className={buttonClass(look)} href={href} aria-busy={state === "coming"} onClick={take}>
				{children}
			</a>
			<span role="status" className={state ? "self-center text-sm" : "sr-only"}>
				{state === "coming" ? "It is coming…" : state === "failed" ? "It could not be made. Try again." : ""}
			</span>
		</>
	);
}
