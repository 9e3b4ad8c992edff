import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { addPhoto, photosQuery } from "../../api/photos";
import type { LoafOutcome, Photo, Stage } from "../../api/types";
import { CameraButton } from "../../ui/CameraButton";
import { NumberField } from "../../ui/fields";
import { Refused } from "../../ui/Refused";
import { useEditor } from "../editor/EditorContext";
import { BarOnCard } from "./BarOnCard";
import { PhotoBoard } from "./PhotoBoard";
import { PHOTO_KINDS } from "./stages";

interface Props {
	stage: Stage;
	outcome: LoafOutcome;
	change: (next: Partial<LoafOutcome>) => void;
}

/** The photograph of this moment: taken with the phone's camera or chosen, and measured. */
export function StagePhoto({ stage, outcome, change }: Props) {
	const { id } = useEditor();
	const cache = useQueryClient();
	const { data: photos = [] } = useQuery(photosQuery(id));
	const [bar, setBar] = useState(1);
	const kind = PHOTO_KINDS[stage];
	const ofBar = kind === "cut face" || kind === "cured";
	const photo = photos.filter((item) => item.kind === kind && (!ofBar || item.bar === bar)).at(-1);
	const keep = (all: Photo[]) => cache.setQueryData(photosQuery(id).queryKey, all);
	const [fresh, setFresh] = useState("");
	const added = useMutation({
		mutationFn: (file: File) => addPhoto(id, file, ofBar ? bar : null, kind),
		onSuccess: (all) => {
			keep(all);
			setFresh(all.at(-1)?.id ?? "");
		},
	});
	return (
		<fieldset className="space-y-2">
			<legend className="font-semibold text-soft text-xs">Photograph</legend>
			<div className="flex flex-wrap items-end gap-2">
				{ofBar && (
					<div className="w-20">
						<NumberField
							label="Of bar"
							digits={0}
							min={1}
							value={bar}
							onChange={(next) => setBar(Math.max(1, Math.round(next)))}
						/>
					</div>
				)}
				<CameraButton onPhoto={(file) => added.mutate(file)}>
					{photo ? "Another photograph" : "Take or choose a photograph"}
				</CameraButton>
				{added.isPending && <span className="text-soft text-sm">Keeping it…</span>}
			</div>
			<Refused error={added.error} />
			{photo && ofBar && (
				<BarOnCard key={photo.id} photo={photo} fresh={photo.id === fresh} outcome={outcome} change={change}>
					<PhotoBoard photo={photo} stage={stage} outcome={outcome} change={change} />
				</BarOnCard>
			)}
			{photo && !ofBar && (
				<PhotoBoard key={photo.id} photo={photo} stage={stage} outcome={outcome} change={change} />
			)}
		</fieldset>
	);
}
