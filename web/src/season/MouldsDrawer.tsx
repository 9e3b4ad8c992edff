import { changeMoulds } from "../api/queries";
import type { Season } from "../api/types";
import { Drawer } from "../ui/Drawer";
import { CheckField, NumberField } from "../ui/fields";
import type { Change } from "./useSeason";

/** How many there are of each mould, and what could be cast once for two loaves. */
export function MouldsDrawer({ season, change }: { season: Season; change: Change }) {
	const pairs = season.together.map(([a = "", b = ""]) => [a, b] as [string, string]);
	const has = (first: string, second: string) => pairs.some(([a, b]) => a === first && b === second);
	return (
		<Drawer id="moulds" title="Moulds" line={`${season.moulds.length} kinds`}>
			<ul className="space-y-2">
				{season.moulds.map((mould) => (
					<li key={mould.mould}>
						<NumberField
							label={mould.name}
							digits={0}
							min={1}
							value={mould.count}
							onChange={(count) =>
								count >= 1 && change(() => changeMoulds({ [mould.mould]: Math.round(count) }, pairs))
							}
						/>
					</li>
				))}
			</ul>
			{season.alike.length > 0 && <p className="font-semibold text-sm">Cast together</p>}
			<ul className="space-y-1.5">
				{season.alike.map(({ first, second, says }) => (
					<li key={`${first} ${second}`}>
						<CheckField
							label={says}
							checked={has(first, second)}
							onChange={(together) =>
								change(() =>
									changeMoulds(
										{},
										together
											? [...pairs, [first, second]]
											: pairs.filter(([a, b]) => a !== first || b !== second),
									),
								)
							}
						/>
					</li>
				))}
			</ul>
		</Drawer>
	);
}
