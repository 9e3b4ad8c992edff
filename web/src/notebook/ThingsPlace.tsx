import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { photoAddress } from "../api/photos";
import { cupboardQuery, notebookQuery, thingQuery } from "../api/queries";
import { dayText } from "../ui/dates";
import { Swatch } from "../ui/Swatch";
import { NumberCard } from "./NumbersPlace";

/** A page for each scent and each colour. */
export function ThingsPlace() {
	const { data: cupboard } = useQuery(cupboardQuery);
	const { data: found } = useQuery(notebookQuery({ finished: false }));
	if (!cupboard) return null;
	const count = (kind: string, key: string) =>
		found?.choices.find((choice) => choice.kind === kind && choice.key === key)?.count ?? 0;
	return (
		<div className="grid gap-4 md:grid-cols-2">
			<section aria-label="Scents" className="tray p-4">
				<h2 className="text-lg">Scents</h2>
				<ul className="mt-2 divide-y divide-line">
					{cupboard.scents.map((scent) => (
						<li key={scent.key} className="py-1.5">
							<Link to={`/notebook/things/scent/${scent.key}`} className="block font-semibold">
								{scent.name}
								<span className="ml-2 font-normal text-soft text-sm">{count("scent", scent.key)} loaves</span>
							</Link>
						</li>
					))}
				</ul>
			</section>
			<section aria-label="Colours" className="tray p-4">
				<h2 className="text-lg">Colours</h2>
				<ul className="mt-2 divide-y divide-line">
					{cupboard.colourants.map((jar) => (
						<li key={jar.key} className="py-1.5">
							<Link
								to={`/notebook/things/colourant/${jar.key}`}
								className="flex items-center gap-2 font-semibold"
							>
								<Swatch srgb={jar.bar.srgb} size={18} />
								{jar.name}
								<span className="font-normal text-soft text-sm">{count("colourant", jar.key)} loaves</span>
							</Link>
						</li>
					))}
				</ul>
			</section>
		</div>
	);
}

/** Everything ever seen of one scent or colour. */
export function ThingPlace() {
	const { kind = "scent", key = "" } = useParams();
	const { data: page } = useQuery(thingQuery(kind === "colourant" ? "colourant" : "scent", key));
	if (!page) return null;
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
			<div className="space-y-3">
				<section className="tray p-4 text-sm" aria-label={page.name}>
					<h2 className="text-xl">{page.name}</h2>
					<p className="mt-1">{page.says}</p>
					{page.told.length > 0 && <p className="mt-1">Its card says: {page.told.join(", ")}.</p>}
					{page.troubles.length > 0 && (
						<>
							<h3 className="mt-2 text-base">What went wrong with it</h3>
							<ul className="list-disc pl-5">
								{page.troubles.map((line) => (
									<li key={line}>{line}</li>
								))}
							</ul>
						</>
					)}
				</section>
				{page.number && (
					<ul>
						<NumberCard number={page.number} />
					</ul>
				)}
			</div>
			<ul className="space-y-2" aria-label="Loaves with it">
				{page.uses.map((use) => (
					<li key={use.loaf} className="tray flex gap-3 p-3 text-sm">
						{use.face && (
							<img
								src={photoAddress(use.face)}
								alt={`${use.name} as it came out`}
								loading="lazy"
								className="h-16 w-20 rounded object-cover"
							/>
						)}
						<div className="min-w-0">
							<p>
								<Link to={`/loaf/${use.loaf}/notes`} className="font-semibold">
									{use.name}
								</Link>
								{use.on && <span className="text-soft"> · {dayText(use.on)}</span>}
								{use.verdict && <strong> · {use.verdict}</strong>}
							</p>
							<p className="figures">{use.dose}</p>
							{use.faults.length > 0 && <p className="text-brass">{use.faults.join(" · ")}</p>}
							{use.notes && <p className="whitespace-pre-line text-soft">{use.notes}</p>}
						</div>
					</li>
				))}
			</ul>
		</div>
	);
}
