import { useQuery } from "@tanstack/react-query";
import { createRoutesFromElements, Navigate, Outlet, Route, useLocation, useRoutes } from "react-router";
import { catalogueQuery, loafQuery, sessionQuery } from "./api/queries";
import { LoavesPlace } from "./loaves/LoavesPlace";
import { held, place } from "./place";
import { WhenHere } from "./ui/Coming";
import { Notice } from "./ui/Notice";
import { Shell } from "./ui/Shell";

const Hall = () => (
	<Shell>
		<WhenHere>
			<Outlet />
		</WhenHere>
	</Shell>
);

// Every place comes by itself when somebody goes there; those that hands need without a connection are fetched ahead.
const BenchPlace = place(() => import("./bench/BenchPlace"), "BenchPlace");
const BenchRoom = place(() => import("./bench/BenchRoom"), "BenchRoom");
const ClockPlace = place(() => import("./bench/clock/ClockPlace"), "ClockPlace");
const TodayPlace = place(() => import("./bench/jobs/TodayPlace"), "TodayPlace");
const RehearsalRoom = place(() => import("./bench/rehearsal/RehearsalRoom"), "RehearsalRoom");
const CupboardPlace = place(() => import("./cupboard/CupboardPlace"), "CupboardPlace");
const GuidePlace = place(() => import("./guide/GuidePlace"), "GuidePlace");
const TourPlace = place(() => import("./guide/TourPlace"), "TourPlace");
const ColoursPlace = place(() => import("./loaf/colours/ColoursPlace"), "ColoursPlace");
const CutPlace = place(() => import("./loaf/cut/CutPlace"), "CutPlace");
const FormulaPlace = place(() => import("./loaf/formula/FormulaPlace"), "FormulaPlace");
const SignInPlace = place(() => import("./session/SignInPlace"), "SignInPlace", { when: "when asked for" });
const LoafFrame = place(() => import("./loaf/LoafFrame"), "LoafFrame", {
	needs: ({ id = "" }) => [held(loafQuery(id)), held(catalogueQuery)],
});
const LoafRoom = place(() => import("./loaf/LoafRoom"), "LoafRoom");
const NotesPlace = place(() => import("./loaf/notes/NotesPlace"), "NotesPlace");
const PotsPlace = place(() => import("./loaf/pots/PotsPlace"), "PotsPlace");
const OrderPlace = place(() => import("./loaf/schedule/OrderPlace"), "OrderPlace");
const SectionPlace = place(() => import("./loaf/section/SectionPlace"), "SectionPlace");
const TopPlace = place(() => import("./loaf/top/TopPlace"), "TopPlace");
const FindPlace = place(() => import("./notebook/FindPlace"), "FindPlace");
const KeepingPlace = place(() => import("./notebook/KeepingPlace"), "KeepingPlace");
const LossesPlace = place(() => import("./notebook/LossesPlace"), "LossesPlace");
const NotebookPlace = place(() => import("./notebook/NotebookPlace"), "NotebookPlace");
const NumbersPlace = place(() => import("./notebook/NumbersPlace"), "NumbersPlace");
const ThingPlace = place(() => import("./notebook/ThingsPlace"), "ThingPlace");
const ThingsPlace = place(() => import("./notebook/ThingsPlace"), "ThingsPlace");
const SeasonPlace = place(() => import("./season/SeasonPlace"), "SeasonPlace");
const SettingsPlace = place(() => import("./house/SettingsPlace"), "SettingsPlace");
const ShelfPlace = place(() => import("./shelf/ShelfPlace"), "ShelfPlace");
const LookPlace = place(() => import("./loaf/look/LookPlace"), "LookPlace", { when: "when asked for" });

/** The places a person goes. */
export const PLACES = createRoutesFromElements(
	<>
		<Route element={<Hall />}>
			<Route index element={<LoavesPlace />} />
			<Route path="season" element={<SeasonPlace />} />
			<Route path="bench" element={<TodayPlace />} />
			<Route path="shelf" element={<ShelfPlace />} />
			<Route path="cupboard" element={<CupboardPlace />} />
			<Route path="notebook" element={<NotebookPlace />}>
				<Route index element={<FindPlace />} />
				<Route path="numbers" element={<NumbersPlace />} />
				<Route path="things" element={<ThingsPlace />} />
				<Route path="things/:kind/:key" element={<ThingPlace />} />
				<Route path="losses" element={<LossesPlace />} />
				<Route path="keeping" element={<KeepingPlace />} />
			</Route>
			<Route path="guide" element={<GuidePlace />} />
			<Route path="guide/:page" element={<GuidePlace />} />
			<Route path="tour" element={<TourPlace />} />
			<Route path="settings" element={<SettingsPlace />} />
		</Route>
		<Route path="loaf/:id" element={<LoafFrame />}>
			<Route element={<LoafRoom />}>
				<Route index element={<SectionPlace />} />
				<Route path="formula" element={<FormulaPlace />} />
				<Route path="colours" element={<ColoursPlace />} />
				<Route path="top" element={<TopPlace />} />
				<Route path="look" element={<LookPlace />} />
				<Route path="pots" element={<PotsPlace />} />
				<Route path="order" element={<OrderPlace />} />
				<Route path="cut" element={<CutPlace />} />
				<Route path="notes" element={<NotesPlace />} />
			</Route>
			<Route path="bench" element={<BenchRoom />}>
				<Route index element={<BenchPlace />} />
				<Route path="clock" element={<ClockPlace />} />
			</Route>
			<Route path="rehearsal" element={<RehearsalRoom />}>
				<Route index element={<BenchPlace />} />
				<Route path="clock" element={<ClockPlace />} />
			</Route>
		</Route>
		<Route
			path="*"
			element={
				<Notice title="There is nothing here.">Go back to the loaves and start again from there.</Notice>
			}
		/>
	</>,
);

/** ``passTo``: whose bench a visitor's pass opens; it leads to its bench, clock and notes alone. */
function Places({ passTo }: { passTo?: string | null }) {
	const places = useRoutes(PLACES);
	const { pathname } = useLocation();
	const [, loaf, place] = /^\/loaf\/([^/]+)\/(bench(?:\/clock)?|notes)$/.exec(pathname) ?? [];
	return passTo && !(place && loaf === passTo) ? <Navigate to={`/loaf/${passTo}/bench`} replace /> : places;
}

/** Who is let in, and where. */
export function App() {
	const { data: session, error, isPending } = useQuery(sessionQuery);
	if (isPending) return null;
	if (error || !session)
		return <Notice title="The studio cannot be reached.">Is it still running? Start it, then reload.</Notice>;
	if (session.name === null)
		return (
			<WhenHere>
				<SignInPlace />
			</WhenHere>
		);
	return (
		<WhenHere>
			<Places passTo={session.pass_to} />
		</WhenHere>
	);
}
