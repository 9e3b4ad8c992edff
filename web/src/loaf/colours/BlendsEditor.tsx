import { Plus } from "lucide-react";
import type { Scent, ScentBlend } from "../../api/types";
import { Button } from "../../ui/Button";
import { fixed } from "../../ui/counting";
import { TextField } from "../../ui/fields";
import { PercentRows } from "../../ui/PercentRows";
import { RemoveButton } from "../../ui/RemoveButton";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";

/** Scents of the loaf: one bottle, or several mixed. */
export function BlendsEditor({ scents }: { scents: readonly Scent[] }) {
	const { document, edit, live } = useEditor();
	const first = scents[0];
	const change = (blends: ScentBlend[], stroke?: string) => edit((loaf) => ({ ...loaf, blends }), stroke);
	const add = () => {
		if (!first) return;
		const id = freeId(
			"scent",
			document.blends.map((blend) => blend.id),
		);
		change([...document.blends, { id, name: first.name, parts: [{ scent: first.key, percent: 100 }] }]);
	};
	return (
		<section aria-labelledby="blends" className="tray space-y-3 p-4">
			<h2 id="blends" className="text-lg">
				Scents
			</h2>
			{document.blends.map((blend) => {
				const used = [...document.colours, ...(document.whole_pots ?? [])].some(
					(item) => item.scent?.blend === blend.id,
				);
				const put = (next: Partial<ScentBlend>) =>
					change(
						document.blends.map((item) => (item.id === blend.id ? { ...item, ...next } : item)),
						`blend ${blend.id} ${Object.keys(next)}`,
					);
				return (
					<div key={blend.id} className="space-y-1.5 border-line border-t pt-2">
						<div className="grid grid-cols-[1fr_auto] items-end gap-2">
							<TextField label="Name of the scent" value={blend.name} onChange={(name) => put({ name })} />
							<RemoveButton
								aria-label={`Remove ${blend.name}`}
								disabled={used}
								title={used ? "A colour or a pot uses it" : undefined}
								onClick={() => change(document.blends.filter((item) => item.id !== blend.id))}
							/>
						</div>
						<PercentRows
							what="Bottle"
							of={blend.name}
							rows={blend.parts.map((part) => ({ key: part.scent, percent: part.percent }))}
							options={scents.map((scent) => [scent.key, scent.name] as const)}
							onChange={(rows) => {
								const parts = rows.map((row) => ({ scent: row.key, percent: row.percent }));
								put({ parts, ...named(blend, parts, scents) });
							}}
							onAdd={halve(blend, scents, put)}
						/>
					</div>
				);
			})}
			{first ? (
				<Button onClick={add}>
					<Plus aria-hidden className="size-4" /> Add a scent
				</Button>
			) : (
				<p className="text-sm">No bottle in the cupboard yet.</p>
			)}
			<ScentLoads pots={live.plan.pots} />
		</section>
	);
}

/** A scent is called by its bottles until it is given a name by hand. */
function named(blend: ScentBlend, parts: ScentBlend["parts"], scents: readonly Scent[]): { name?: string } {
	const bottles = (of: ScentBlend["parts"]) =>
		of.map((part) => scents.find((scent) => scent.key === part.scent)?.name ?? part.scent).join(" + ");
	return blend.name === bottles(blend.parts) ? { name: bottles(parts).slice(0, 120) } : {};
}

/** Another bottle takes half of the last one's part. */
function halve(blend: ScentBlend, scents: readonly Scent[], put: (next: Partial<ScentBlend>) => void) {
	const unused = scents.find((scent) => !blend.parts.some((part) => part.scent === scent.key));
	const last = blend.parts.at(-1);
	if (!unused || !last) return undefined;
	const half = last.percent / 2;
	return () =>
		put({
			parts: [...blend.parts.slice(0, -1), { ...last, percent: half }, { scent: unused.key, percent: half }],
		});
}

type Pots = ReturnType<typeof useEditor>["live"]["plan"]["pots"];

/** How close each scented portion comes to its suppliers' limit. */
function ScentLoads({ pots }: { pots: Pots }) {
	const scented = pots.flatMap((pot) =>
		pot.portions.filter((portion) => portion.scent).map((portion) => ({ pot, portion })),
	);
	if (scented.length === 0) return null;
	return (
		<table className="w-full text-sm">
			<caption className="text-left font-bold">In the batter</caption>
			<tbody>
				{scented.map(({ pot, portion }) => (
					<tr key={`${pot.id} ${portion.key}`} className="border-line border-t">
						<th scope="row" className="py-1 text-left font-normal">
							{portion.name}
						</th>
						<td className="figures py-1 text-right">{portion.scent && fixed(portion.scent.value, 2)} %</td>
						<td className="py-1 pl-3 text-right text-soft">
							{portion.scent_max_percent == null
								? "limit not looked up"
								: `of at most ${fixed(portion.scent_max_percent, 2)} %`}
						</td>
					</tr>
				))}
			</tbody>
		</table>
	);
}
