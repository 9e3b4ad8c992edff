import { Search } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";
import { wantAhead } from "../place";

// Opened now and then, and at once then: fetched once the page stands.
const load = () => import("./FindBox").then((file) => ({ default: file.FindBox }));
const FindBox = lazy(load);
wantAhead(load);

/** Whether somebody is typing, so that a letter is a letter. */
const typing = (target: EventTarget | null) =>
	target instanceof HTMLElement &&
	(target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** The way to everything: a button, Ctrl K, or a stroke where nobody types. */
export function Find() {
	const [open, setOpen] = useState<"find" | "keys" | "">("");
	const close = () => setOpen("");
	useEffect(() => {
		const listen = (event: KeyboardEvent) => {
			const wanted =
				((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") ||
				(event.key === "/" && !typing(event.target));
			const keys = event.key === "?" && !typing(event.target);
			if (!wanted && !keys) return;
			event.preventDefault();
			setOpen(keys ? "keys" : "find");
		};
		window.addEventListener("keydown", listen);
		return () => window.removeEventListener("keydown", listen);
	}, []);
	return (
		<>
			<button
				type="button"
				className="flex items-center gap-1.5 rounded-lg border border-rim/60 bg-enamel px-2.5 py-1 text-rim-deep text-sm hover:bg-rim-wash"
				aria-keyshortcuts="Control+K /"
				onClick={() => setOpen("find")}
			>
				<Search aria-hidden className="size-4" />
				<span className="sr-only sm:not-sr-only">Find</span>
				<kbd className="hidden text-soft text-xs xl:inline">Ctrl K</kbd>
			</button>
			{open && (
				<Suspense fallback={null}>
					<FindBox keys={open === "keys"} onClose={close} />
				</Suspense>
			)}
		</>
	);
}
