import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { type FormEvent, Suspense, useState } from "react";
import { Link, useNavigate } from "react-router";
import {
	ApiProblem,
	awayQuery,
	bringLoafBack,
	createLoaf,
	importLoaf,
	loavesQuery,
	pourAgain,
	putLoafAway,
} from "../api/queries";
import { TourOffer } from "../guide/TourOffer";
import { place } from "../place";
import { Button } from "../ui/Button";
import { FileButton } from "../ui/FileButton";
import { NotDone, Problems } from "../ui/Problems";
import { SelectField, TextField } from "../ui/plainFields";
import { useUnits } from "../ui/UnitsContext";
import { inOrder, type LoafOrder, ORDERS } from "./inOrder";
import { LoafCard } from "./LoafCard";

const TodayGlance = place(() => import("../bench/jobs/TodayGlance"), "TodayGlance");

/** A list that is seen at a glance needs no search. */
const SO_MANY = 6;

/** Every loaf of the studio, and the two ways to a new one: an empty page, or a file. */
export function LoavesPlace() {
	const { data: loaves = [], error, isPending } = useQuery(loavesQuery);
	const queries = useQueryClient();
	const { data: away } = useQuery(awayQuery);
	const refresh = () => queries.invalidateQueries({ queryKey: loavesQuery.queryKey });
	const putAway = useMutation({ mutationFn: putLoafAway, onSuccess: refresh });
	const navigate = useNavigate();
	const [words, setWords] = useState("");
	const [order, setOrder] = useState<LoafOrder>("touched");
	const again = useMutation({
		mutationFn: pourAgain,
		onSuccess: (loaf) => navigate(`/loaf/${loaf.id}`),
	});
	const bringBack = useMutation({ mutationFn: bringLoafBack, onSuccess: refresh });
	return (
		<>
			<h1 className="mb-4 text-3xl">Loaves</h1>
			{error && <p role="alert">{error.message}</p>}
			<NotDone title="It could not be started again" error={again.error} />
			<TourOffer />
			<div className="mb-4 empty:hidden">
				<Suspense fallback={null}>
					<TodayGlance />
				</Suspense>
			</div>
			{loaves.length > SO_MANY && (
				<div className="mb-3 flex flex-wrap items-end gap-3">
					<div className="w-64">
						<TextField label="Find a loaf" value={words} onChange={setWords} />
					</div>
					<div className="w-52">
						<SelectField label="Sort by" value={order} options={ORDERS} onChange={setOrder} />
					</div>
				</div>
			)}
			<ul className="grid grid-cols-[repeat(auto-fill,minmax(290px,1fr))] gap-4">
				{inOrder(loaves, order, words).map((loaf) => (
					<LoafCard
						key={loaf.id}
						loaf={loaf}
						onPutAway={() => putAway.mutate(loaf.id)}
						onAgain={() => again.mutate(loaf.id)}
					/>
				))}
				{!isPending && <NewLoaf />}
			</ul>
			{away && away.count > 0 && (
				<section className="mt-8" aria-labelledby="put-away">
					<h2 id="put-away" className="text-lg">
						Put away
					</h2>
					<ul className="mt-2 flex flex-wrap gap-2">
						{away.latest.map((loaf) => (
							<li key={loaf.id} className="flex items-center gap-2 rounded-lg bg-enamel py-1 pr-1 pl-3">
								{loaf.name}
								<Button
									look="quiet"
									onClick={() => bringBack.mutate(loaf.id)}
									aria-label={`Bring back ${loaf.name}`}
								>
									Bring back
								</Button>
							</li>
						))}
					</ul>
					{away.count > away.latest.length && (
						<p className="mt-2 text-sm">
							And {away.count - away.latest.length} more: the <Link to="/notebook">notebook</Link> finds every
							loaf.
						</p>
					)}
				</section>
			)}
		</>
	);
}

function NewLoaf() {
	const navigate = useNavigate();
	const { units } = useUnits();
	const [name, setName] = useState("");
	const opened = { onSuccess: (loaf: { id: string }) => navigate(`/loaf/${loaf.id}`) };
	const start = useMutation({ mutationFn: (name: string) => createLoaf(name, units === "us"), ...opened });
	const bring = useMutation({
		mutationFn: async (chosen: File) => importLoaf(await chosen.text()),
		...opened,
	});
	const refused = [start.error, bring.error].find((error) => error instanceof ApiProblem);
	const submit = (event: FormEvent) => {
		event.preventDefault();
		start.mutate(name.trim());
	};
	return (
		<li className="flex min-h-80 flex-col justify-center gap-5 rounded-tray border-2 border-rim/50 border-dashed p-5">
			<form onSubmit={submit} className="space-y-2">
				<h2 className="text-lg">New loaf</h2>
				<TextField label="Name of the new loaf" value={name} onChange={setName} />
				<Button type="submit" look="main" className="w-full" disabled={!name.trim() || start.isPending}>
					<Plus aria-hidden className="size-4" /> Start it
				</Button>
			</form>
			<FileButton
				label="Loaf file"
				accept=".json,application/json"
				className="w-full"
				disabled={bring.isPending}
				onFile={(file) => bring.mutate(file)}
			>
				Import a loaf file
			</FileButton>
			{refused && (
				<Problems
					problems={refused.report.problems}
					title={refused.report.problems.length ? "This cannot be read as a loaf" : refused.message}
				/>
			)}
		</li>
	);
}
