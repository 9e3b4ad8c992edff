import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { addPhoto, changePhoto, photoAddress, photosQuery } from "../../api/photos";
import type { Photo } from "../../api/types";
import { pressedPlace } from "../../drawing/pressedPlace";
import { Button } from "../../ui/Button";
import { CameraButton } from "../../ui/CameraButton";
import { NotesField, NumberField } from "../../ui/fields";
import { Refused } from "../../ui/Refused";
import { useEditor } from "../editor/EditorContext";

interface Props {
	bar: number;
	/** How large the prediction beside it is drawn. */
	pxPerMm: number;
	/** How wide the bar is at its foot: what the two presses usually measure. */
	wideMm: number;
}

/** The cut bar as it came out: its photograph to the same scale as the prediction, and what differed. */
export function RealBar({ bar, pxPerMm, wideMm }: Props) {
	const { id } = useEditor();
	const cache = useQueryClient();
	const { data = [] } = useQuery(photosQuery(id));
	const photo = data.filter((item) => item.bar === bar && item.kind === "cut face").at(-1);
	const keep = (photos: Photo[]) => cache.setQueryData(photosQuery(id).queryKey, photos);
	const added = useMutation({ mutationFn: (file: File) => addPhoto(id, file, bar), onSuccess: keep });
	const changed = useMutation({
		mutationFn: (change: Parameters<typeof changePhoto>[1]) => changePhoto(photo?.id ?? "", change),
		onSuccess: keep,
	});
	return (
		<section aria-label="The real bar" className="min-w-0 space-y-2">
			<div className="flex items-center gap-2">
				<h2 className="flex-1 text-base">The real bar</h2>
				<CameraButton onPhoto={(file) => added.mutate(file)}>
					{photo ? "Another photograph" : "Its photograph"}
				</CameraButton>
				{photo && (
					<Button
						look="quiet"
						aria-label="Take the photograph away"
						onClick={() => changed.mutate({ removed: true })}
					>
						<Trash2 aria-hidden className="size-4" />
					</Button>
				)}
			</div>
			<Refused error={added.error ?? changed.error} />
			{photo ? (
				<Scaled
					key={photo.id}
					photo={photo}
					pxPerMm={pxPerMm}
					wideMm={wideMm}
					onChange={(change) => changed.mutate(change)}
				/>
			) : (
				<p className="text-soft text-sm">
					Once it is cut, put its photograph here: two presses on it tell its scale, and it stands as large as
					the prediction.
				</p>
			)}
		</section>
	);
}

interface ScaledProps {
	photo: Photo;
	pxPerMm: number;
	wideMm: number;
	onChange: (change: { points?: [number, number][]; apart_mm?: number; note?: string }) => void;
}

const WIDEST_PX = 420;

function Scaled({ photo, pxPerMm, wideMm, onChange }: ScaledProps) {
	const [points, setPoints] = useState<[number, number][]>([]);
	const [apart, setApart] = useState(photo.apart_mm ?? wideMm);
	const [note, setNote] = useState(photo.note);
	const width = photo.mm_per_px ? photo.wide_px * photo.mm_per_px * pxPerMm : WIDEST_PX;
	const marks = points.length ? points : photo.points.map(([x = 0, y = 0]) => [x, y] as [number, number]);
	const put = (place: [number, number]) => {
		const next = points.length === 1 ? [...points, place] : [place];
		setPoints(next);
		if (next.length === 2) onChange({ points: next, apart_mm: apart });
	};
	return (
		<div className="space-y-2">
			<div className="max-h-[420px] overflow-auto rounded border border-line bg-paper">
				<button
					type="button"
					className="relative block cursor-crosshair"
					style={{ width }}
					aria-label="Photograph: press two places whose distance you know"
					onClick={(event) => {
						const place = pressedPlace(event);
						if (place) put(place);
					}}
				>
					<img
						src={photoAddress(photo.id)}
						alt={`Bar ${photo.bar} as cut`}
						width={photo.wide_px}
						height={photo.high_px}
						className="block h-auto w-full"
					/>
					{marks.map(([x, y]) => (
						<span
							key={`${x} ${y}`}
							className="-translate-x-1/2 -translate-y-1/2 absolute size-4 rounded-full border-2 border-white bg-rim/70 outline outline-ink"
							style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
						/>
					))}
				</button>
			</div>
			<div className="grid grid-cols-[9rem_1fr] items-end gap-3">
				<NumberField
					label="The two are apart"
					quantity="length"
					value={apart}
					onChange={(mm) => {
						setApart(mm);
						if (mm > 0 && photo.points.length === 2)
							onChange({ points: photo.points as [number, number][], apart_mm: mm });
					}}
				/>
				<p className="pb-2 text-soft text-xs" role="status">
					{points.length === 1
						? "Now the other end."
						: photo.mm_per_px
							? "To the scale of the prediction."
							: "Press both ends of something known, as the bar's foot."}
				</p>
			</div>
			<NotesField
				label="What differed"
				value={note}
				onChange={setNote}
				onBlur={() => note !== photo.note && onChange({ note })}
			/>
		</div>
	);
}
