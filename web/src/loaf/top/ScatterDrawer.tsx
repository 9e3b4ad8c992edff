import { Dices, PinOff, Plus, X } from "lucide-react";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { CheckField, NumberField, SelectField } from "../../ui/fields";
import { useEditor } from "../editor/EditorContext";
import { EachBarRows } from "./EachBarRows";
import { patchScatter, topOf } from "./topChanges";

const LIES = [
	["across", "Across the loaf"],
	["along", "Along it"],
	["any way", "Any way"],
] as const;

/** Pieces strewn over the top. */
export function ScatterDrawer() {
	const { document, edit, live } = useEditor();
	const { scatter } = topOf(document);
	const plan = live.plan.top.scatter;
	const unused = document.pieces.find((piece) => !scatter.items.some((item) => item.pieces === piece.id));
	const setItems = (items: typeof scatter.items, stroke: string) => edit(patchScatter({ items }), stroke);
	const options = document.pieces.map((piece) => [piece.id, piece.name] as const);
	return (
		<Drawer id="scatter" title="Pieces on top" line={plan?.says ?? "None"}>
			{document.pieces.length === 0 && (
				<p className="text-sm text-soft">
					Small pieces are made in the section, under Pieces; then they can lie here.
				</p>
			)}
			{scatter.items.map((item, i) => {
				const patch = (change: Partial<typeof item>) =>
					setItems(
						scatter.items.map((other, at) => (at === i ? { ...other, ...change } : other)),
						`strewn ${i} ${Object.keys(change)}`,
					);
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; other pieces in it must keep the focus.
					<div key={i} className="space-y-1">
						<div className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
							<SelectField
								label={`Strewn ${i + 1}`}
								value={item.pieces}
								options={options}
								onChange={(pieces) => patch({ pieces })}
							/>
							<NumberField
								label="How many"
								digits={0}
								value={item.count}
								onChange={(count) => patch({ count: Math.max(1, Math.round(count)) })}
							/>
							<Button
								look="quiet"
								aria-label={`Strew these no more: ${i + 1}`}
								onClick={() =>
									edit(
										patchScatter({
											items: scatter.items.filter((_, at) => at !== i),
											pins: scatter.pins.filter((pin) => pin.pieces !== item.pieces),
										}),
									)
								}
							>
								<X aria-hidden className="size-4" />
							</Button>
						</div>
						<EachBarRows item={item} bars={live.plan.cuts.bars.length} onChange={patch} />
						<SelectField
							label="Longer ones lie"
							value={item.lies ?? "across"}
							options={LIES}
							onChange={(lies) => patch({ lies })}
						/>
						<NumberField
							label="Pressed in by"
							quantity="length"
							value={item.sunk_mm ?? 0}
							onChange={(sunk_mm) => patch({ sunk_mm })}
						/>
						<CheckField
							label="The wire may go through them"
							checked={item.may_be_cut ?? false}
							onChange={(checked) => patch({ may_be_cut: checked })}
						/>
					</div>
				);
			})}
			{unused && (
				<Button
					onClick={() =>
						setItems(
							[
								...scatter.items,
								{
									pieces: unused.id,
									count: unused.count,
									may_be_cut: false,
									sunk_mm: 0,
									lies: "across",
									each_bar: [],
									mirrored: false,
								},
							],
							"strewn",
						)
					}
				>
					<Plus aria-hidden className="size-4" /> Strew pieces
				</Button>
			)}
			{scatter.items.length > 0 && (
				<>
					<FieldRow>
						<NumberField
							label="Apart at least"
							quantity="length"
							value={scatter.apart_mm}
							onChange={(apart_mm) => edit(patchScatter({ apart_mm }), "apart")}
						/>
						<NumberField
							label="From the cut"
							quantity="length"
							value={scatter.line_mm}
							onChange={(line_mm) => edit(patchScatter({ line_mm }), "line")}
						/>
					</FieldRow>
					<div className="flex flex-wrap gap-2">
						<Button onClick={() => edit(patchScatter({ seed: scatter.seed + 1 }))}>
							<Dices aria-hidden className="size-4" /> Again, otherwise
						</Button>
						<Button disabled={scatter.pins.length === 0} onClick={() => edit(patchScatter({ pins: [] }))}>
							<PinOff aria-hidden className="size-4" /> Let all go
						</Button>
					</div>
					<p className="text-xs text-soft">
						Drag a piece, or move it with the arrow keys, and it is held there; Delete lets it go. Places are
						the best of many random ones (best-candidate sampling, Mitchell 1991), so that they look strewn
						and every bar has its share.
					</p>
				</>
			)}
		</Drawer>
	);
}
