import { useQuery } from "@tanstack/react-query";
import { shelfQuery } from "../api/queries";
import { LotCard } from "./LotCard";
import { NewLot } from "./NewLot";
import { SHELVES } from "./words";

/** Finished pieces, dough, scraps and curing bars: how much, how old, and what could use them up. */
export function ShelfPlace() {
	const { data: lines, error } = useQuery(shelfQuery);
	if (error) return <p role="alert">{error.message}</p>;
	if (!lines) return null;
	return (
		<>
			<title>Shelf · Arch Top</title>
			<div className="mb-3 flex flex-wrap items-start gap-x-6 gap-y-3">
				<h1 className="text-3xl">Shelf</h1>
				<NewLot taken={lines.map((line) => line.lot.key)} />
			</div>
			{lines.length === 0 && (
				<p className="max-w-prose">
					Nothing lies here yet. What is cast, left over or cut at the bench is put here by itself; anything
					else you put here by hand.
				</p>
			)}
			<div className="flex flex-wrap gap-x-5">
				{SHELVES.map(([name, kinds]) => {
					const here = lines.filter((line) => kinds.includes(line.lot.kind));
					if (here.length === 0) return null;
					return (
						<section
							key={name}
							aria-label={name}
							className="mb-5 min-w-0"
							style={{ flex: `${here.length} 1 ${Math.min(here.length, 4) * 272}px` }}
						>
							<h2 className="mb-1.5 border-rim border-b-3 text-lg">{name}</h2>
							<ul className="grid grid-cols-[repeat(auto-fit,minmax(260px,1fr))] gap-3">
								{here.map((line) => (
									<LotCard key={line.lot.key} line={line} />
								))}
							</ul>
						</section>
					);
				})}
			</div>
			<p className="text-soft text-xs">
				Days from and to are the trade's usual waits (common practice) and estimates of how fast dough dries;
				what you see and feel goes before them.
			</p>
		</>
	);
}
