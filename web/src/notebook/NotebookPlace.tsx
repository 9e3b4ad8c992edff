import { NavLink, Outlet } from "react-router";

const PAGES = [
	["/notebook", "Loaves"],
	["/notebook/numbers", "Your own numbers"],
	["/notebook/things", "Scents and colours"],
	["/notebook/losses", "Leftovers and losses"],
	["/notebook/keeping", "Backup"],
] as const;

/** What happened, and what it teaches. */
export function NotebookPlace() {
	return (
		<>
			<title>Notebook · Arch Top</title>
			<div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
				<h1 className="text-3xl">Notebook</h1>
				<nav aria-label="Notebook" className="flex flex-wrap gap-1 rounded-xl bg-bench-deep p-1">
					{PAGES.map(([to, text]) => (
						<NavLink
							key={to}
							to={to}
							end={to === "/notebook"}
							className={({ isActive }) =>
								`rounded-lg px-3 py-1 font-semibold no-underline ${isActive ? "bg-rim text-on-rim" : "text-ink hover:bg-enamel"}`
							}
						>
							{text}
						</NavLink>
					))}
				</nav>
			</div>
			<Outlet />
		</>
	);
}
