import { Plus } from "lucide-react";
import type { OfferedColourant, WholePot } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { SelectField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useEditor } from "../editor/EditorContext";
import { DoseRows } from "./DoseRows";
import { ScentChoice } from "./ScentChoice";

/** What colours or scents all of a pot before it is split. */
export function WholePots({ jars }: { jars: readonly OfferedColourant[] }) {
	const { document, edit, live } = useEditor();
	const whole = document.whole_pots ?? [];
	const set = (next: WholePot[], stroke?: string) => edit((loaf) => ({ ...loaf, whole_pots: next }), stroke);
	const free = live.plan.pots.filter((pot) => !whole.some((item) => item.pot === pot.id));
	const next = free.find((pot) => pot.id === "loaf") ?? free[0];
	return (
		<section aria-labelledby="whole-pots" className="tray space-y-3 p-4">
			<h2 id="whole-pots" className="text-lg">
				Into a whole pot
			</h2>
			<p className="text-sm text-soft">
				Before it is split: a white under all its colours, a scent in the oils.
			</p>
			{whole.map((item, i) => (
				<OnePot
					key={item.pot}
					whole={item}
					pots={live.plan.pots.filter((pot) => pot.id === item.pot || free.includes(pot))}
					jars={jars}
					onChange={(change) =>
						set(
							whole.map((other, at) => (at === i ? { ...other, ...change } : other)),
							`whole pot ${item.pot} ${Object.keys(change)}`,
						)
					}
					onRemove={() => set(whole.filter((_, at) => at !== i))}
				/>
			))}
			{next && (
				<Button
					onClick={() =>
						set([
							...whole,
							{
								pot: next.id,
								colourants: [],
								colourants_into: "after trace",
								scent: null,
								scent_into: "after trace",
							},
						])
					}
				>
					<Plus aria-hidden className="size-4" /> Colour or scent a whole pot
				</Button>
			)}
		</section>
	);
}

interface OneProps {
	whole: WholePot;
	pots: readonly { id: string; name: string }[];
	jars: readonly OfferedColourant[];
	onChange: (change: Partial<WholePot>) => void;
	onRemove: () => void;
}

function OnePot({ whole, pots, jars, onChange, onRemove }: OneProps) {
	const { document } = useEditor();
	const name = pots.find((pot) => pot.id === whole.pot)?.name ?? "a pot that is not mixed any more";
	const own = document.colours.some((colour) => colour.scent);
	return (
		<div className="space-y-2 border-line border-t pt-2" data-whole={whole.pot}>
			<div className="grid grid-cols-[1fr_auto] items-end gap-2">
				<SelectField
					label="Pot"
					value={whole.pot}
					options={[
						...pots.map((pot) => [pot.id, pot.name] as const),
						...(pots.some((pot) => pot.id === whole.pot) ? [] : [[whole.pot, name] as const]),
					]}
					onChange={(pot) => onChange({ pot })}
				/>
				<RemoveButton aria-label={`Remove what goes into all of ${name}`} onClick={onRemove} />
			</div>
			<DoseRows
				name={`the whole of ${name}`}
				doses={whole.colourants ?? []}
				jars={jars}
				onChange={(colourants) => onChange({ colourants })}
			/>
			{(whole.colourants ?? []).length > 0 && (
				<Into
					label="Colours go into"
					value={whole.colourants_into ?? "after trace"}
					onChange={(colourants_into) => onChange({ colourants_into })}
				/>
			)}
			<ScentChoice
				scent={whole.scent ?? null}
				none="None in the whole pot"
				onChange={(scent) => onChange({ scent })}
			/>
			{whole.scent && (
				<>
					<Into
						label="Scent goes into"
						value={whole.scent_into ?? "after trace"}
						onChange={(scent_into) => onChange({ scent_into })}
					/>
					{own && (
						<p className="text-xs text-soft">Its bowls have this scent, and none of their colours' own.</p>
					)}
				</>
			)}
		</div>
	);
}

type Place = NonNullable<WholePot["scent_into"]>;

function Into(props: { label: string; value: Place; onChange: (place: Place) => void }) {
	const stages = useCatalogue("additive_stages");
	const places = stages.filter((stage) => stage.kind === "oils" || stage.kind === "after trace");
	return <SelectField {...props} options={optionsOf<Place>(places)} />;
}
