import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { cupboardQuery } from "../api/queries";
import { AdditiveShelf } from "./AdditiveShelf";
import { ColourantShelf } from "./ColourantShelf";
import { PricesShelf } from "./PricesShelf";
import { ScentShelf } from "./ScentShelf";
import { StockShelf } from "./StockShelf";
import { WeekNeeds } from "./WeekNeeds";

const SHELVES = [
	["scents", "Scents"],
	["colourants", "Colourants"],
	["additives", "Additives"],
	["stock", "Stock"],
	["prices", "Prices"],
	["week", "A week's needs"],
] as const;

/** The studio's bottles and jars, what there is of everything, and what a week takes. */
export function CupboardPlace() {
	const { data: cupboard } = useQuery(cupboardQuery);
	if (!cupboard) return null;
	return (
		<>
			<title>Cupboard · Arch Top</title>
			<h1 className="mb-3 text-3xl">Cupboard</h1>
			<Tabs.Root defaultValue="scents">
				<Tabs.List
					aria-label="Shelves"
					className="mb-3 flex w-fit max-w-full gap-1 overflow-x-auto rounded-xl bg-bench-deep p-1"
				>
					{SHELVES.map(([value, text]) => (
						<Tabs.Trigger
							key={value}
							value={value}
							className="rounded-lg px-4 py-1 font-semibold hover:bg-enamel data-[state=active]:bg-rim data-[state=active]:text-on-rim"
						>
							{text}
						</Tabs.Trigger>
					))}
				</Tabs.List>
				<Tabs.Content value="scents">
					<ScentShelf scents={cupboard.scents} />
				</Tabs.Content>
				<Tabs.Content value="colourants">
					<ColourantShelf jars={cupboard.colourants} />
				</Tabs.Content>
				<Tabs.Content value="additives">
					<AdditiveShelf additives={cupboard.additives} />
				</Tabs.Content>
				<Tabs.Content value="stock">
					<StockShelf cupboard={cupboard} />
				</Tabs.Content>
				<Tabs.Content value="prices">
					<PricesShelf />
				</Tabs.Content>
				<Tabs.Content value="week">
					<WeekNeeds />
				</Tabs.Content>
			</Tabs.Root>
		</>
	);
}
