import { useMutation, useQuery } from "@tanstack/react-query";
import { Pipette } from "lucide-react";
import { ApiProblem, pricesQuery, reachColour } from "../../api/queries";
import type { Colour, ColourDose, ReachOption } from "../../api/types";
import { Button } from "../../ui/Button";
import { fixed } from "../../ui/counting";
import { Swatch } from "../../ui/Swatch";
import { useUnits } from "../../ui/UnitsContext";
import { currencyOf, doseText, onScale } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

/** You can add, never take out: what to add to come to the wish, or what a fresh bowl needs. */
export function ColourHelp({ colour, onTake }: { colour: Colour; onTake: (doses: ColourDose[]) => void }) {
	const { id, document, live } = useEditor();
	const ask = useMutation({ mutationFn: () => reachColour(document, id, colour.id) });
	const found = ask.data;
	// What is in the whole pot is in every fresh bowl too.
	const pot = live.plan.pots.find((item) => item.portions.some((bowl) => bowl.colour === colour.id));
	const stirred = (document.whole_pots ?? []).some(
		(item) => item.pot === pot?.id && (item.colourants ?? []).length > 0,
	);
	const take = (option: ReachOption, before: readonly ColourDose[]) => {
		const doses = new Map(before.map((dose) => [dose.colourant, dose.g_per_kg]));
		for (const item of option.add) {
			doses.set(item.colourant, (doses.get(item.colourant) ?? 0) + item.g_per_kg);
		}
		onTake([...doses].map(([colourant, g_per_kg]) => ({ colourant, g_per_kg })));
		ask.reset();
	};
	return (
		<div className="space-y-1.5">
			<Button look="quiet" onClick={() => ask.mutate()} disabled={ask.isPending}>
				<Pipette aria-hidden className="size-4" /> What to add to get there
			</Button>
			{ask.error instanceof ApiProblem && <p className="text-sm text-lye">{ask.error.message}</p>}
			{found && (
				<div role="status" className="space-y-2 rounded-lg bg-rim-wash px-3 py-2 text-sm">
					<p>{found.says}</p>
					{found.options.map((option) => (
						<OneWay
							key={option.add.map((item) => item.colourant).join(" ")}
							lead="Add"
							option={option}
							press="Add it"
							onTake={() => take(option, colour.colourants)}
						/>
					))}
					{found.instead && (
						<OneWay
							lead="Instead, start from a fresh bowl of uncoloured batter:"
							option={found.instead}
							press="Use that"
							onTake={stirred ? undefined : () => take(found.instead as ReachOption, [])}
						/>
					)}
					{found.instead && stirred && (
						<p className="text-soft">
							Its pot is coloured as a whole, so it needs batter of a pot of its own.
						</p>
					)}
				</div>
			)}
		</div>
	);
}

interface WayProps {
	lead: string;
	option: ReachOption;
	press: string;
	onTake: (() => void) | undefined;
}

function OneWay({ lead, option, press, onTake }: WayProps) {
	const { fine } = useEditor().live.plan.scales;
	const { units } = useUnits();
	const prices = useQuery(pricesQuery).data;
	const what = option.add.map(
		(item) =>
			`${onScale(item.grams, fine)}${item.already ? " more" : ""} of ${item.name} (${doseText(Number(item.g_per_kg.toPrecision(2)), units)})`,
	);
	return (
		<div className="flex items-start gap-2 border-line border-t pt-1.5">
			<Swatch srgb={option.gives.srgb} size={22} />
			<p className="min-w-0 flex-1" title={`ΔE ${fixed(option.difference, 1)}`}>
				{lead} {what.join(" and ") || "with nothing in it"}: {option.says}
				<span className="text-soft">
					{" · "}
					{option.cost == null || !prices
						? "no price known"
						: `${option.cost < 0.01 ? "under " : ""}${currencyOf(prices.currency, units)} ${fixed(Math.max(option.cost, 0.01), 2)} for this bowl`}
				</span>
			</p>
			{onTake && (
				<Button className="shrink-0" onClick={onTake}>
					{press}
				</Button>
			)}
		</div>
	);
}
