import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { seeSoapColour } from "../api/photos";
import { pressedPlace } from "../drawing/pressedPlace";
import { CameraButton } from "./CameraButton";
import { Refused } from "./Refused";
import { Swatch } from "./Swatch";

interface Props {
	/** What is asked for, on the button. */
	children: string;
	className?: string;
	/** A colour that it is held against. */
	against?: string;
	onColour?: (srgb: string) => void;
}

/** The colour of soap photographed with the bar card: on its chequers at once, beside it by a press on the picture. */
export function CardColour({ children, className, against, onColour }: Props) {
	const [photo, setPhoto] = useState<File | null>(null);
	const asked = useMutation({
		mutationFn: ({ file, at }: { file: File; at?: readonly [number, number] }) =>
			seeSoapColour(file, at, against),
		onSuccess: (seen) => seen.soap && onColour?.(seen.soap.srgb),
	});
	const soap = asked.data?.soap;
	return (
		<div className="space-y-1.5">
			<CameraButton
				className={className}
				onPhoto={(file) => {
					setPhoto(file);
					asked.reset();
					asked.mutate({ file });
				}}
			>
				{children}
			</CameraButton>
			{asked.data && photo && (
				<button
					type="button"
					className="relative block max-w-full cursor-crosshair overflow-hidden rounded border border-line"
					aria-label="Photograph. Press the soap where its colour is to be taken."
					onClick={(event) => {
						const place = pressedPlace(event);
						if (place) asked.mutate({ file: photo, at: place });
					}}
				>
					<img src={asked.data.picture} alt="" className="block max-h-72 w-auto max-w-full" />
					{soap && (
						<span
							className="-translate-x-1/2 -translate-y-1/2 absolute size-4 rounded-full border-2 border-white outline outline-ink"
							style={{ left: `${(soap.at[0] ?? 0) * 100}%`, top: `${(soap.at[1] ?? 0) * 100}%` }}
						/>
					)}
				</button>
			)}
			<div aria-live="polite">
				{asked.isPending && <p>Reading the photograph…</p>}
				{asked.data && !soap && !asked.isPending && <p>Now press the soap on the picture.</p>}
				{soap && !asked.isPending && (
					<p className="flex flex-wrap items-center gap-2">
						<Swatch srgb={soap.srgb} size={22} />
						{against && <Swatch srgb={against} size={22} />}
						{asked.data?.said
							? `Left as it is, right its forecast: ${asked.data.said}.`
							: "Taken, by the card's white."}{" "}
						{soap.says}
					</p>
				)}
			</div>
			<Refused error={asked.error} />
			{soap && (
				<details className="text-xs">
					<summary className="inline-block min-h-6 cursor-pointer py-1">How is this worked out?</summary>
					Light and its warmth are taken from the white paper round the chequers, then taken out. What is left
					of an error is about {soap.off} ΔE00; more by a warm lamp. The photograph is not kept.
				</details>
			)}
		</div>
	);
}
