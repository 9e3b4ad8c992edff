import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Settings } from "lucide-react";
import type { ReactNode } from "react";
import { Link, NavLink, useLocation } from "react-router";
import { sessionQuery, signOut } from "../api/queries";
import { useWaiting } from "../bench/useOutbox";
import { Find } from "../find/Find";
import { guideFor } from "../guide/guideFor";
import { Button } from "./Button";
import { useUnits } from "./UnitsContext";
import type { Units } from "./units";

const CHOICES: readonly (readonly [Units, string])[] = [
	["metric", "mm · g"],
	["us", "in · oz"],
];

const ROOMS = [
	["/", "Loaves"],
	["/bench", "Today"],
	["/season", "Season"],
	["/shelf", "Shelf"],
	["/cupboard", "Cupboard"],
	["/notebook", "Notebook"],
] as const;

function UnitsSwitch() {
	const { units, choose } = useUnits();
	const queries = useQueryClient();
	// What the server said in the other units is asked for again; an open loaf plans itself anew.
	const change = (next: Units) => {
		choose(next);
		void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "loaf" });
	};
	return (
		<fieldset className="hidden overflow-hidden sm:flex rounded-lg border border-rim/60">
			<legend className="sr-only">Units</legend>
			{CHOICES.map(([value, text]) => (
				<button
					key={value}
					type="button"
					aria-pressed={units === value}
					onClick={() => change(value)}
					className={`figures whitespace-nowrap px-2.5 py-1 text-sm ${units === value ? "bg-rim text-on-rim" : "bg-enamel text-rim-deep hover:bg-rim-wash"}`}
				>
					{text}
				</button>
			))}
		</fieldset>
	);
}

/** The frame around every place but the bench. */
export function Shell({ children }: { children: ReactNode }) {
	const { data: session } = useQuery(sessionQuery);
	const guest = session?.pass_to != null;
	const queries = useQueryClient();
	const { pathname } = useLocation();
	const waiting = useWaiting();
	return (
		<div className="min-h-screen">
			<a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:p-2">
				Skip to the loaf
			</a>
			<header className="no-print flex min-h-13 flex-wrap items-center gap-x-3 gap-y-0.5 border-rim border-b-3 bg-enamel px-3 py-1 sm:px-5 lg:flex-nowrap lg:py-0">
				<Link to="/" className="flex items-center gap-2.5 whitespace-nowrap rounded text-ink no-underline">
					<img src={`${import.meta.env.BASE_URL}mark.svg`} alt="" className="size-8" />
					<span className="font-headings text-xl font-extrabold">Arch Top</span>
				</Link>
				{session?.demo && (
					<span className="rounded-full bg-brass-wash px-2.5 py-0.5 text-xs font-bold text-brass">
						Demo<span className="hidden xl:inline">: Rafter Street Soap Room</span>
					</span>
				)}
				<nav
					aria-label="Studio"
					hidden={guest}
					className="order-last flex w-full gap-1 overflow-x-auto lg:order-none lg:ml-4 lg:w-auto"
				>
					{[...ROOMS, [guideFor(pathname), "Guide"] as const].map(([to, text]) => (
						<NavLink
							key={text}
							to={to}
							end={to === "/"}
							className={({ isActive }) =>
								`rounded-lg px-3 py-1 font-semibold no-underline hover:bg-rim-wash ${isActive ? "text-rim underline underline-offset-8 decoration-3" : "text-ink"}`
							}
						>
							{text}
						</NavLink>
					))}
				</nav>
				<div className="ml-auto flex items-center gap-3">
					{waiting > 0 && (
						<span
							role="status"
							className="rounded-full bg-brass-wash px-2.5 py-0.5 font-bold text-brass text-xs"
						>
							{waiting === 1 ? "One press" : `${waiting} presses`} not sent yet
						</span>
					)}
					{!guest && <Find />}
					<UnitsSwitch />
					<NavLink
						hidden={guest}
						to="/settings"
						aria-label="Settings"
						className="rounded p-1 text-rim-deep hover:bg-rim-wash"
					>
						<Settings aria-hidden className="size-5" />
					</NavLink>
					{session && !session.demo && (
						<Button
							look="quiet"
							onClick={async () => {
								await signOut();
								queries.clear();
								location.assign("/");
							}}
						>
							Sign out
						</Button>
					)}
				</div>
			</header>
			<main id="main" className="mx-auto max-w-[1880px] px-3 py-4 sm:px-5">
				{children}
			</main>
		</div>
	);
}
