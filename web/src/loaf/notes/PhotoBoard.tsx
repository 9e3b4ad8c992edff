import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import {
	changePhoto,
	ghostsQuery,
	markPhoto,
	measureColour,
	photoAddress,
	photosQuery,
} from "../../api/photos";
import type { LoafOutcome, Photo, Stage } from "../../api/types";
import { pressedPlace } from "../../drawing/pressedPlace";
import { NumberField, SelectField } from "../../ui/fields";
import { Refused } from "../../ui/Refused";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

type Point = [number, number];
type Measuring = "scale" | "embed" | "colour";

interface Props {
	photo: Photo;
	stage: Stage;
	outcome: LoafOutcome;
	change: (next: Partial<LoafOutcome>) => void;
}

const ASKS: Record<Measuring, readonly string[]> = {
	scale: ["Press the left end of the bar's foot.", "Now its right end."],
	embed: ["Press the middle of the piece where it really lies."],
	colour: ["Press a plain part of the white card.", "Now press the soap."],
};

/** A photograph to press on: its scale, where an embed lies against the plan's ghost, a colour against a white card. */
export function PhotoBoard({ photo, stage, outcome, change }: Props) {
	const { id, live } = useEditor();
	const cache = useQueryClient();
	const face = stage === "cut";
	const [measuring, setMeasuring] = useState<Measuring>(
		face ? (photo.mm_per_px ? "embed" : "scale") : "colour",
	);
	const [pressed, setPressed] = useState<Point[]>([]);
	const [apart, setApart] = useState(photo.apart_mm ?? 2 * footOf(live.plan.mould.outline));
	const [colour, setColour] = useState(live.plan.colours[0]?.id ?? "");
	const [light, setLight] = useState<"daylight" | "lamp">("daylight");
	const scale = JSON.stringify([photo.points, photo.apart_mm]);
	const { data: ghosts = [] } = useQuery({
		...ghostsQuery(photo.id, scale),
		enabled: face && photo.mm_per_px != null,
	});
	const embeds =
		ghosts.length > 0 ? ghosts : live.plan.embeds.map((piece) => ({ embed: piece.id, name: piece.name }));
	const { units } = useUnits();
	const [embed, setEmbed] = useState("");
	const chosen = embed || embeds[0]?.embed || "";
	const take = useMutation({
		mutationFn: async (points: Point[]): Promise<string> => {
			const [first, second] = points;
			if (measuring === "scale" && first && second) {
				const all = await changePhoto(photo.id, { points: [first, second], apart_mm: apart });
				cache.setQueryData(photosQuery(id).queryKey, all);
				setMeasuring("embed");
				return "It has a scale now; the dashed lines are the plan.";
			}
			if (measuring === "embed" && first) {
				const at = await markPhoto(photo.id, first);
				const bar = photo.bar ?? 1;
				const others = (outcome.embeds ?? []).filter((item) => item.embed !== chosen || item.bar !== bar);
				change({ embeds: [...others, { embed: chosen, bar, ...at }] });
				return `Found ${withUnit(at.across_mm, "length", units)} across and ${withUnit(at.up_mm, "length", units)} up.`;
			}
			if (measuring === "colour" && first && second) {
				const seen = await measureColour(photo.id, first, second, light);
				const others = (outcome.colours ?? []).filter((item) => item.colour !== colour);
				change({ colours: [...others, { colour, srgb: seen.srgb, how: "white card" }] });
				return `${seen.srgb}, to within ${seen.off} ΔE (${seen.how}).`;
			}
			return "";
		},
		onSettled: () => setPressed([]),
	});
	const press = (point: Point) => {
		if (take.isPending) return;
		const next = [...pressed, point];
		setPressed(next);
		if (next.length === ASKS[measuring].length) take.mutate(next);
	};
	return (
		<div className="space-y-2">
			<div className="grid grid-cols-2 items-end gap-2">
				<SelectField<Measuring>
					label="Measure"
					value={measuring}
					options={
						face
							? [
									["scale", "its scale"],
									["embed", "where a piece lies"],
									["colour", "a colour"],
								]
							: [["colour", "a colour"]]
					}
					onChange={(next) => {
						setMeasuring(next);
						setPressed([]);
					}}
				/>
				{measuring === "scale" && (
					<NumberField label="The foot is wide" quantity="length" value={apart} onChange={setApart} />
				)}
				{measuring === "embed" && (
					<SelectField
						label="Piece"
						value={chosen}
						options={embeds.map((item) => [item.embed, item.name] as const)}
						onChange={setEmbed}
					/>
				)}
				{measuring === "colour" && (
					<SelectField
						label="Colour"
						value={colour}
						options={live.plan.colours.map((item) => [item.id, item.name] as const)}
						onChange={setColour}
					/>
				)}
			</div>
			{measuring === "colour" && (
				<SelectField<"daylight" | "lamp">
					label="Taken in"
					value={light}
					options={[
						["daylight", "daylight, or a white lamp"],
						["lamp", "a warm lamp: surer in daylight"],
					]}
					onChange={setLight}
				/>
			)}
			<button
				type="button"
				className="relative block w-full cursor-crosshair overflow-hidden rounded border border-line"
				aria-label={`Photograph. ${ASKS[measuring][pressed.length] ?? ""}`}
				onClick={(event) => {
					const place = pressedPlace(event);
					if (place) press(place);
				}}
			>
				<img
					src={photoAddress(photo.id)}
					alt=""
					width={photo.wide_px}
					height={photo.high_px}
					className="block h-auto w-full"
				/>
				<svg viewBox="0 0 1 1" preserveAspectRatio="none" className="absolute inset-0 size-full" aria-hidden>
					{ghosts.map((ghost) => (
						<polygon
							key={ghost.embed}
							points={ghost.outline.map((point) => point.join(",")).join(" ")}
							fill="none"
							stroke="#fff"
							strokeWidth="3"
							strokeDasharray="7 5"
							vectorEffect="non-scaling-stroke"
							style={{ filter: "drop-shadow(0 0 1px #14263f)" }}
						/>
					))}
				</svg>
				{pressed.map(([x, y]) => (
					<span
						key={`${x} ${y}`}
						className="-translate-x-1/2 -translate-y-1/2 absolute size-4 rounded-full border-2 border-white bg-rim/70 outline outline-ink"
						style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
					/>
				))}
			</button>
			<Refused error={take.error} />
			<p role="status" className="text-sm">
				{pressed.length === 0 && take.data ? take.data : ASKS[measuring][pressed.length]}
			</p>
			{(outcome.embeds ?? []).length > 0 && face && <TypedPlaces outcome={outcome} change={change} />}
			{photo.note && <p className="text-soft text-xs">{photo.note}</p>}
		</div>
	);
}

/** Half the foot's width [mm]. */
const footOf = (outline: readonly (readonly number[])[]) =>
	Math.max(...outline.map(([x = 0, z = 0]) => (z === 0 ? x : 0)));

/** The places that were pressed, as numbers that can be typed as well. */
function TypedPlaces({ outcome, change }: { outcome: LoafOutcome; change: Props["change"] }) {
	const { live } = useEditor();
	const found = outcome.embeds ?? [];
	return (
		<ul className="space-y-1 text-sm">
			{found.map((item, i) => {
				const set = (next: Partial<typeof item>) =>
					change({ embeds: found.map((other, n) => (n === i ? { ...item, ...next } : other)) });
				return (
					<li key={`${item.embed} ${item.bar}`} className="grid grid-cols-[1fr_6rem_6rem] items-end gap-2">
						<span className="pb-2">
							{live.plan.embeds.find((piece) => piece.id === item.embed)?.name}, bar {item.bar}
						</span>
						<NumberField
							label="across"
							quantity="length"
							value={item.across_mm}
							onChange={(across_mm) => set({ across_mm })}
						/>
						<NumberField
							label="up"
							quantity="length"
							value={item.up_mm}
							onChange={(up_mm) => set({ up_mm })}
						/>
					</li>
				);
			})}
		</ul>
	);
}
