import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import { Button } from "../ui/Button";
import { Cautions } from "../ui/Cautions";
import { NotDone } from "../ui/Problems";
import { ShelfCard } from "./ShelfCard";
import { keyOf, useShelf } from "./useShelf";

interface Item {
	key: string;
	name: string;
}

interface Props<T extends Item> {
	kind: "scent" | "colourant" | "additive";
	items: readonly T[];
	/** Keys that a new one must not have. */
	taken: readonly string[];
	/** A new one, before anything is written on it. */
	start: T;
	words: { fresh: string; add: string };
	caution: readonly string[];
	putItem: (item: T) => Promise<unknown>;
	line: (item: T) => ReactNode;
	children: (draft: T, change: (patch: Partial<T>) => void) => ReactNode;
}

/** A shelf of the cupboard: what stands on it, each changed in its place, and a new one. */
export function Shelf<T extends Item>({ kind, items, taken, start, words, caution, ...of }: Props<T>) {
	const { put, take, refused } = useShelf(kind, of.putItem);
	const [fresh, setFresh] = useState<T | null>(null);
	return (
		<>
			<Cautions lines={[...caution]} />
			<NotDone title="It could not be removed" error={refused} />
			<ul className="grid items-start gap-3 md:grid-cols-2 xl:grid-cols-3">
				{items.map((item) => (
					<ShelfCard
						key={item.key}
						item={item}
						name={item.name}
						line={of.line(item)}
						onPut={put}
						onTake={() => take(item.key)}
					>
						{of.children}
					</ShelfCard>
				))}
				{fresh && (
					<ShelfCard
						isNew
						item={fresh}
						name={words.fresh}
						line=""
						onPut={async (item) => {
							await put({ ...item, key: keyOf(item.name, taken) });
							setFresh(null);
						}}
						onTake={() => setFresh(null)}
					>
						{of.children}
					</ShelfCard>
				)}
			</ul>
			{!fresh && (
				<Button onClick={() => setFresh(start)}>
					<Plus aria-hidden className="size-4" /> {words.add}
				</Button>
			)}
		</>
	);
}
