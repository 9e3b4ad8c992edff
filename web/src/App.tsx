import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense } from "react";
import { Outlet, Route, Routes } from "react-router";
import { sessionQuery } from "./api/queries";
import { BenchPlace } from "./bench/BenchPlace";
import { BenchRoom } from "./bench/BenchRoom";
import { ClockPlace } from "./bench/clock/ClockPlace";
import { TodayPlace } from "./bench/jobs/TodayPlace";
import { RehearsalRoom } from "./bench/rehearsal/RehearsalRoom";
import { CupboardPlace } from "./cupboard/CupboardPlace";
import { GuidePlace } from "./guide/GuidePlace";
import { TourPlace } from "./guide/TourPlace";
import { ColoursPlace } from "./loaf/colours/ColoursPlace";
import { CutPlace } from "./loaf/cut/CutPlace";
import { FormulaPlace } from "./loaf/formula/FormulaPlace";
import { LoafFrame } from "./loaf/LoafFrame";
import { LoafRoom } from "./loaf/LoafRoom";
import { NotesPlace } from "./loaf/notes/NotesPlace";
import { PotsPlace } from "./loaf/pots/PotsPlace";
import { OrderPlace } from "./loaf/schedule/OrderPlace";
import { SectionPlace } from "./loaf/section/SectionPlace";
import { TopPlace } from "./loaf/top/TopPlace";
import { LoavesPlace } from "./loaves/LoavesPlace";
import { FindPlace } from "./notebook/FindPlace";
import { KeepingPlace } from "./notebook/KeepingPlace";
import { LossesPlace } from "./notebook/LossesPlace";
import { NotebookPlace } from "./notebook/NotebookPlace";
import { NumbersPlace } from "./notebook/NumbersPlace";
import { ThingPlace, ThingsPlace } from "./notebook/ThingsPlace";
import { SeasonPlace } from "./season/SeasonPlace";
import { SignInPlace } from "./session/SignInPlace";
import { ShelfPlace } from "./shelf/ShelfPlace";
import { Notice } from "./ui/Notice";
import { Shell } from "./ui/Shell";

const Hall = () => (
	<Shell>
		<Outlet />
	</Shell>
);

// With all it needs, only when somebody goes there.
const LookPlace = lazy(() =>
	import("./loaf/look/LookPlace").then((module) => ({ default: module.LookPlace })),
);

/** The places a person goes, and who is let in. */
export function App() {
	const { data: session, error, isPending } = useQuery(sessionQuery);
	if (isPending) return null;
	if (error || !session)
		return <Notice title="The studio cannot be reached.">Is it still running? Start it, then reload.</Notice>;
	if (session.name === null) return <SignInPlace />;
	return (
		<Routes>
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
			</Route>
			<Route path="loaf/:id" element={<LoafFrame />}>
				<Route element={<LoafRoom />}>
					<Route index element={<SectionPlace />} />
					<Route path="formula" element={<FormulaPlace />} />
					<Route path="colours" element={<ColoursPlace />} />
					<Route path="top" element={<TopPlace />} />
					<Route
						path="look"
						element={
							<Suspense fallback={null}>
								<LookPlace />
							</Suspense>
						}
					/>
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
		</Routes>
	);
}
