import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { batterOffersQuery } from "../../api/queries";
import type { BatterOffer } from "../../api/types";
import { Button } from "../../ui/Button";
import { dayText } from "../../ui/dates";
import { onScale } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

/** Loaves of one session out of one mixing: this one's batter with another's, or others with this one's. */
export function MixedTogether() {
	const { document, edit, live, save } = useEditor();
	const [asked, setAsked] = useState(false);
	const own = live.plan.pots.at(-1);
	const weight = (grams: number) => onScale(grams, live.plan.scales.main);
	const from = document.batter_from;
	const gives = own?.shared?.gives ?? [];
	return (
		<section aria-labelledby="mixed-together" className="tray no-print space-y-2 p-4">
			<h2 id="mixed-together" className="text-lg">
				Mixed with another loaf
			</h2>
			{from && (
				<p className="flex flex-wrap items-center gap-3 text-sm">
					<span>
						{own?.from_batch ? (
							<>
								{weight(own.at_emulsion_g)} is taken of the batter of <ToPots {...from} />.
							</>
						) : (
							<>
								It was to be mixed with <ToPots {...from} />.
							</>
						)}
					</span>
					<Button onClick={() => edit((loaf) => ({ ...loaf, batter_from: null }))}>Mix its own</Button>
				</p>
			)}
			{gives.length > 0 && (
				<ul className="text-sm">
					{gives.map((taker) => (
						<li key={taker.loaf}>
							Mixed at once: {weight(taker.total_g)} for <ToPots loaf={taker.loaf} name={taker.name} />
						</li>
					))}
				</ul>
			)}
			{!from && gives.length === 0 && (
				<>
					<p className="text-sm text-soft">
						Poured in one session and of one formula, several loaves are weighed and blended once; each takes
						its part at emulsion and is coloured and scented by itself.
					</p>
					{asked ? (
						<Offers onTake={({ loaf, name }) => edit((here) => ({ ...here, batter_from: { loaf, name } }))} />
					) : (
						<Button disabled={save.is !== "kept"} onClick={() => setAsked(true)}>
							Which loaves fit?
						</Button>
					)}
				</>
			)}
		</section>
	);
}

function Offers({ onTake }: { onTake: (offer: BatterOffer) => void }) {
	const { id } = useEditor();
	const { data, isPending } = useQuery(batterOffersQuery(id));
	if (isPending) return <p role="status">Comparing formulas…</p>;
	const fits = data?.filter((offer) => offer.why_not.length === 0) ?? [];
	const others = data?.filter((offer) => offer.why_not.length > 0) ?? [];
	return (
		<div className="space-y-2 text-sm">
			{fits.length === 0 && <p role="status">No loaf that is still to be mixed fits.</p>}
			<ul className="space-y-1">
				{fits.map((offer) => (
					<li key={offer.loaf}>
						<Button onClick={() => onTake(offer)}>Mix it with {offer.name}</Button>
						{offer.pour_on && <span className="ml-2 text-soft">poured on {dayText(offer.pour_on)}</span>}
					</li>
				))}
			</ul>
			{others.length > 0 && (
				<details>
					<summary>Why not the others?</summary>
					<ul className="mt-1 list-disc space-y-1 pl-5">
						{others.map((offer) => (
							<li key={offer.loaf}>
								<strong>{offer.name}</strong>: {offer.why_not.join("; ")}.
							</li>
						))}
					</ul>
				</details>
			)}
		</div>
	);
}

function ToPots({ loaf, name }: { loaf: string; name: string }) {
	return (
		<Link className="text-rim-deep underline" to={`/loaf/${loaf}/pots`}>
			{name}
		</Link>
	);
}
