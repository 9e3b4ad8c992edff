import { Plus } from "lucide-react";
import type { Tip, TipKind, TopPlan } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { Drawer, FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField, TextField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { addTip, patchFrosting, patchTip } from "./topChanges";

/** Tips told by their openings, with the bead each lays. */
export function TipsDrawer() {
	const { document, edit, live } = useEditor();
	const frosting = document.frosting;
	if (!frosting) return null;
	const used = new Set(frosting.runs.map((run) => run.tip));
	return (
		<Drawer id="tips" title="Tips" line={frosting.tips.map((tip) => tip.name).join(", ") || "None"}>
			{frosting.tips.map((tip) => (
				<TipFields
					key={tip.id}
					tip={tip}
					planned={live.plan.top.tips.find((item) => item.id === tip.id)}
					used={used.has(tip.id)}
				/>
			))}
			<Button onClick={() => edit(addTip)}>
				<Plus aria-hidden className="size-4" /> Add a tip
			</Button>
		</Drawer>
	);
}

interface Props {
	tip: Tip;
	planned?: TopPlan["tips"][number];
	used: boolean;
}

function TipFields({ tip, planned, used }: Props) {
	const { edit, document } = useEditor();
	const { units } = useUnits();
	const patch = (change: Partial<Tip>) =>
		edit(patchTip(tip.id, change), `tip ${tip.id} ${Object.keys(change)}`);
	const kinds = useCatalogue("tips");
	const uses = (kinds.find((entry) => entry.kind === (tip.kind ?? "plain"))?.defaults.uses ?? []) as string[];
	const slot = uses.includes("thick_mm");
	const labelOf = (kind: string) => kinds.find((entry) => entry.kind === kind)?.label ?? kind;
	/** A name that nobody has typed follows what the tip is. */
	const named = (kind: TipKind, opening_mm: number): Partial<Tip> => {
		const told = (of: TipKind, mm: number) => `${of === "plain" ? "Round" : labelOf(of)} ${mm}`;
		return tip.name === told(tip.kind ?? "plain", tip.opening_mm ?? 10)
			? { name: told(kind, opening_mm) }
			: {};
	};
	return (
		<div className="space-y-2 rounded-lg border border-line bg-paper p-2" data-tip={tip.id}>
			<div className="flex items-end gap-2">
				<Opening planned={planned} />
				<div className="min-w-0 flex-1">
					<TextField label="Tip" value={tip.name} onChange={(name) => patch({ name })} />
				</div>
				<RemoveButton
					aria-label={`Remove ${tip.name}`}
					disabled={used}
					title={used ? "A run uses it" : undefined}
					onClick={() =>
						edit(patchFrosting({ tips: document.frosting?.tips.filter((item) => item.id !== tip.id) ?? [] }))
					}
				/>
			</div>
			<FieldRow>
				<SelectField
					label="Opening"
					value={tip.kind ?? "plain"}
					options={optionsOf<TipKind>(kinds)}
					onChange={(kind) => {
						const usual = kinds.find((entry) => entry.kind === kind)?.defaults;
						const opening_mm = Number(usual?.opening_mm);
						patch({ kind, opening_mm, thick_mm: Number(usual?.thick_mm), ...named(kind, opening_mm) });
					}}
				/>
				<NumberField
					label={slot ? "Long" : uses.includes("holes") ? "Each hole" : "Across"}
					quantity="length"
					value={tip.opening_mm ?? 10}
					onChange={(opening_mm) => patch({ opening_mm, ...named(tip.kind ?? "plain", opening_mm) })}
				/>
				{slot && (
					<NumberField
						label="Thick"
						quantity="length"
						value={tip.thick_mm ?? 3}
						onChange={(thick_mm) => patch({ thick_mm })}
					/>
				)}
				{uses.includes("points") && (
					<NumberField
						label="Points"
						digits={0}
						value={tip.points ?? 6}
						onChange={(points) => patch({ points: Math.round(points) })}
					/>
				)}
				{uses.includes("holes") && (
					<NumberField
						label="Holes"
						digits={0}
						value={tip.holes ?? 9}
						onChange={(holes) => patch({ holes: Math.round(holes) })}
					/>
				)}
				<NumberField
					label="Narrow for"
					quantity="length"
					value={tip.land_mm ?? 15}
					onChange={(land_mm) => patch({ land_mm })}
				/>
			</FieldRow>
			{planned && (
				<p className="text-sm text-soft">
					Lays a bead {withUnit(planned.bead.wide_mm, "length", units)} wide and{" "}
					{withUnit(planned.bead.high_mm, "length", units)} high;{" "}
					{withUnit(planned.bead.finest_mm, "length", units)} at its narrowest.
				</p>
			)}
		</div>
	);
}

/** The opening as one looks into it. */
function Opening({ planned }: { planned?: TopPlan["tips"][number] }) {
	if (!planned) return <span className="size-10" />;
	const all = planned.openings.flat();
	const xs = all.map(([x = 0]) => x);
	const ys = all.map(([, y = 0]) => y);
	const [left, low] = [Math.min(...xs), Math.min(...ys)];
	const size = Math.max(Math.max(...xs) - left, Math.max(...ys) - low) * 1.15;
	const [cx, cy] = [(Math.max(...xs) + left) / 2, (Math.max(...ys) + low) / 2];
	return (
		<svg
			viewBox={`${cx - size / 2} ${-cy - size / 2} ${size} ${size}`}
			className="size-10 shrink-0 rounded-full border border-line bg-bench"
			aria-hidden
		>
			{planned.openings.map((ring) => (
				<polygon
					key={`${ring[0]}`}
					points={ring.map(([x = 0, y = 0]) => `${x},${-y}`).join(" ")}
					fill="var(--color-ink)"
				/>
			))}
		</svg>
	);
}
