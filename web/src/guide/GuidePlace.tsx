import { Link, NavLink, useParams } from "react-router";
import { GROUPS, PAGES } from "./pages";

/** A page for each place, the schools, safety, and what the files hold. */
export function GuidePlace() {
	const { page: key = "loaves" } = useParams();
	const page = PAGES.find((item) => item.key === key) ?? PAGES[0];
	return (
		<div className="grid items-start gap-6 md:grid-cols-[15rem_minmax(0,1fr)]">
			<title>{`${page?.title ?? "Guide"} · Guide · Arch Top`}</title>
			<nav aria-label="Guide" className="tray p-4">
				{GROUPS.map((group) => (
					<section key={group} className="mb-3 last:mb-0">
						<h2 className="font-semibold text-sm text-soft">{group}</h2>
						<ul>
							{PAGES.filter((item) => item.group === group).map((item) => (
								<li key={item.key}>
									<NavLink
										to={`/guide/${item.key}`}
										className={() =>
											`block rounded px-2 py-1 no-underline ${item.key === page?.key ? "bg-rim text-on-rim" : "text-ink hover:bg-rim-wash"}`
										}
									>
										{item.title}
									</NavLink>
								</li>
							))}
						</ul>
					</section>
				))}
				<Link to="/tour" className="mt-2 block px-2 py-1 font-semibold">
					Take the tour
				</Link>
			</nav>
			<article className="tray guide max-w-3xl p-6">
				<h1 className="text-2xl">{page?.title}</h1>
				{page?.body}
			</article>
		</div>
	);
}
