import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { endPass, makePass, passesQuery } from "../api/passes";
import type { MadePass } from "../api/types";
import { Box } from "../find/Box";
import { Button } from "../ui/Button";
import { clockText, dayShort } from "../ui/dates";

/** A code that lets a telephone in to this loaf's bench for the day. */
export function LetIn({ loaf, name, onClose }: { loaf: string; name: string; onClose: () => void }) {
	const cache = useQueryClient();
	const made = useMutation({
		mutationFn: () => makePass(loaf),
		onSuccess: () => cache.invalidateQueries({ queryKey: passesQuery.queryKey }),
	});
	return (
		<Box title="Let a phone in" onClose={onClose}>
			<p className="mt-1">
				Scanned, a code opens the bench, the clock and the notes of {name} on a phone or tablet of your
				network, until the day is over. Everything else stays closed to it.
			</p>
			{made.data ? (
				<Code pass={made.data} />
			) : (
				<Button look="main" className="mt-3" disabled={made.isPending} onClick={() => made.mutate()}>
					Show a code
				</Button>
			)}
			{made.error && <p role="alert">{made.error.message}</p>}
			<Passes />
		</Box>
	);
}

function Code({ pass }: { pass: MadePass }) {
	const { cells, path } = pass.qr;
	return (
		<div className="mt-3 space-y-2">
			{!pass.reaches && (
				<p role="alert" className="rounded bg-brass-wash px-3 py-2 text-brass">
					No phone gets here yet: the studio answers this machine alone. Stop it, start it with{" "}
					<code>archtop serve --share</code>, and show a code again.
				</p>
			)}
			<svg
				role="img"
				aria-label="The code, to be scanned"
				viewBox={`-4 -4 ${cells + 8} ${cells + 8}`}
				shapeRendering="crispEdges"
				className="w-full max-w-72 rounded border border-line"
			>
				<rect x={-4} y={-4} width={cells + 8} height={cells + 8} fill="#ffffff" />
				<path d={path} fill="#000000" />
			</svg>
			<p className="break-all text-sm">
				Or type: <span className="figures">{pass.address}</span>
			</p>
			<p className="text-soft text-sm">
				Shown this once; good until {clockText(pass.made.ends_at)} on {dayShort(pass.made.ends_at)}. What a
				phone sends is not encrypted: only in a network you trust.
			</p>
		</div>
	);
}

/** Passes that hold, each to be ended. */
export function Passes() {
	const cache = useQueryClient();
	const { data: passes = [] } = useQuery(passesQuery);
	const ended = useMutation({
		mutationFn: endPass,
		onSuccess: (left) => cache.setQueryData(passesQuery.queryKey, left),
	});
	if (passes.length === 0) return null;
	return (
		<ul aria-label="Passes that hold" className="mt-3 divide-y divide-line border-line border-t">
			{passes.map((pass) => (
				<li key={pass.id} className="flex items-center gap-3 py-1.5">
					<span className="flex-1">
						{pass.name}, until {clockText(pass.ends_at)}
					</span>
					<Button onClick={() => ended.mutate(pass.id)} aria-label={`End it: the pass to ${pass.name}`}>
						End it
					</Button>
				</li>
			))}
		</ul>
	);
}
