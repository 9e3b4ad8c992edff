import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useId, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { loavesQuery } from "../api/queries";
import { PAGES } from "../guide/pages";
import { Box } from "./Box";
import { entriesOf, found } from "./entries";
import { KeysBox } from "./KeysBox";

/** The box that finds, or the one that lists the keys of a place. */
export function FindBox({ keys, onClose }: { keys: boolean; onClose: () => void }) {
	return keys ? <KeysBox onClose={onClose} /> : <Finding onClose={onClose} />;
}

/** One field that leads to every loaf, place, thing to do and page of the guide. */
function Finding({ onClose }: { onClose: () => void }) {
	const { data: loaves = [] } = useQuery(loavesQuery);
	const { pathname } = useLocation();
	const navigate = useNavigate();
	const [typed, setTyped] = useState("");
	const [at, setAt] = useState(0);
	const list = useId();
	const open = /^\/loaf\/([^/]+)/.exec(pathname)?.[1] ?? null;
	const results = found(entriesOf(loaves, PAGES, open), typed);
	const go = (to: string | undefined) => {
		if (!to) return;
		onClose();
		navigate(to);
	};
	const onKeyDown = (event: KeyboardEvent) => {
		const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
		if (by) {
			event.preventDefault();
			setAt((last) => Math.min(Math.max(last + by, 0), Math.max(results.length - 1, 0)));
		} else if (event.key === "Enter") {
			event.preventDefault();
			go(results[at]?.to);
		}
	};
	return (
		<Box title="Find" hidden onClose={onClose}>
			<input
				className="field w-full text-lg"
				role="combobox"
				aria-label="Find a loaf, a place or something to do"
				aria-expanded
				aria-controls={list}
				aria-activedescendant={results[at] ? `${list}-${at}` : undefined}
				placeholder="Find a loaf, a place or something to do"
				value={typed}
				onChange={(event) => {
					setTyped(event.target.value);
					setAt(0);
				}}
				onKeyDown={onKeyDown}
			/>
			<div id={list} role="listbox" aria-label="Found" className="mt-2 max-h-[60vh] overflow-y-auto">
				{results.map((entry, i) => (
					<div
						key={`${entry.to} ${entry.name}`}
						id={`${list}-${i}`}
						role="option"
						tabIndex={-1}
						aria-selected={i === at}
						className={`flex cursor-pointer items-baseline gap-3 rounded-lg px-3 py-1.5 ${i === at ? "bg-rim-wash" : ""}`}
						onPointerMove={() => setAt(i)}
						onClick={() => go(entry.to)}
						onKeyDown={onKeyDown}
					>
						<span className="min-w-0 flex-1">{entry.name}</span>
						<span className="text-soft text-xs">{entry.kind}</span>
					</div>
				))}
			</div>
			<p role="status" className="mt-1 text-soft text-sm">
				{results.length === 0
					? "Nothing answers to that."
					: "? where nobody types shows the keys of a place."}
			</p>
		</Box>
	);
}
