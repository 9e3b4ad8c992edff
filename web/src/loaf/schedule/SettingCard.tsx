import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { filmGel } from "../../api/queries";
import { fixed } from "../../ui/counting";
import { FigureValue } from "../../ui/FigureValue";
import { useUnits } from "../../ui/UnitsContext";
import { temperatureText } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { CoverField } from "./CoverField";
import { GelFilm } from "./GelFilm";

/** How the loaf sets: whether it gels, how warm it gets, what is in the way, and when to look. */
export function SettingCard() {
	const { id, live } = useEditor();
	const { units } = useUnits();
	const { gel } = live.plan;
	const { data: film } = useQuery({
		queryKey: ["gel", id, live.of],
		queryFn: () => filmGel(live.of, id),
		placeholderData: keepPreviousData,
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 0,
	});
	return (
		<section
			aria-labelledby="setting"
			className="tray mb-4 grid grid-cols-1 gap-5 p-5 lg:grid-cols-[minmax(0,1fr)_auto]"
		>
			<div className="min-w-0 space-y-2">
				<h2 id="setting" className="text-lg">
					How it sets
				</h2>
				<div className="max-w-64">
					<CoverField />
				</div>
				<p>{gel.says}</p>
				{gel.remedy && <p>{gel.remedy}</p>}
				<dl className="grid max-w-md grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-sm [&>dd]:min-h-7">
					<dt>Warmest in the middle</dt>
					<dd className="text-right">
						<FigureValue figure={gel.peak} label="Warmest in the middle" digits={0} />
					</dd>
					<dt>after about</dt>
					<dd className="figures text-right">{fixed(gel.peak_h, 1)} h</dd>
					<dt>Gel begins at</dt>
					<dd className="text-right">
						<FigureValue figure={gel.gel_at} label="Gel begins at" digits={0} />
					</dd>
					<dt>Part of it that gels</dt>
					<dd className="text-right">
						<FigureValue figure={gel.share} label="Part of it that gels" digits={0} />
					</dd>
					{gel.look_h != null && (
						<>
							<dt>Look under the cover after</dt>
							<dd className="figures text-right font-bold">{fixed(gel.look_h, 1)} h</dd>
						</>
					)}
				</dl>
				{live.of.also_filled?.map((item) => (
					<p key={item.id}>
						<strong>{item.name}:</strong> {live.plan.also_gels[item.id]?.says}
					</p>
				))}
				<p className="text-soft text-xs">
					Reckoned from the heat that saponification makes, led through the loaf, its mould and its cover;
					pieces lie in it as cold as the room ({temperatureText(live.of.sizing.room_c, units)}). How quick
					and how hot soap is differs: the ranges say how much. Your own loaf is looked at, not trusted.
				</p>
			</div>
			{film && <GelFilm film={film} />}
		</section>
	);
}
