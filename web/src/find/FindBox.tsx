import { useQuery } from "@tanstack/react-query";
import { Command } from "cmdk";
import { useState } from "react";
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

const ASKED = "Find a loaf, a place or something to do";

/** One field that leads to every loaf, place, thing to do and page of the guide. */
function Finding({ onClose }: { onClose: () => void }) {
	const { data: loaves = [] } = useQuery(loavesQuery);
	const { pathname } = useLocation();
	const navigate = useNavigate();
	const [typed, setTyped] = useState("");
	const open = /^\/loaf\/([^/]+)/.exec(pathname)?.[1] ?? null;
	const results = found(entriesOf(loaves, PAGES, open), typed);
	return (
		<Box title="Find" hidden onClose={onClose}>
			<Command label={ASKED} shouldFilter={false} loop>
				<Command.Input
					className="field w-full text-lg"
					placeholder={ASKED}
					value={typed}
					onValueChange={setTyped}
				/>
				<Command.List label="Found" className="mt-2 max-h-[60vh] overflow-y-auto">
					{results.map((entry) => (
						<Command.Item
							key={`${entry.to} ${entry.name}`}
							value={`${entry.to} ${entry.name}`}
							className="flex cursor-pointer items-baseline gap-3 rounded-lg px-3 py-1.5 data-[selected=true]:bg-rim-wash"
							onSelect={() => {
								onClose();
								navigate(entry.to);
							}}
						>
							<span className="min-w-0 flex-1">{entry.name}</span>
							<span className="text-soft text-xs">{entry.kind}</span>
						</Command.Item>
					))}
				</Command.List>
			</Command>
			<p role="status" className="mt-1 text-soft text-sm">
				{results.length === 0
					? "Nothing answers to that."
					: "? where nobody types shows the keys of a place."}
			</p>
		</Box>
	);
}
