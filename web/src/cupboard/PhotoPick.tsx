import { useId, useRef, useState } from "react";
import { Swatch } from "../ui/Swatch";

const WIDTH_PX = 240;
const AREA_PX = 9;

const hex = (value: number) => Math.round(value).toString(16).padStart(2, "0");

/** Average colour of a small square, so that one grain or glint does not decide. */
function colourAt(canvas: HTMLCanvasElement, x: number, y: number): string | null {
	const half = Math.floor(AREA_PX / 2);
	const data = canvas
		.getContext("2d", { willReadFrequently: true })
		?.getImageData(x - half, y - half, AREA_PX, AREA_PX).data;
	if (!data) return null;
	const sum = [0, 0, 0];
	for (let i = 0; i < data.length; i += 4)
		for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + (data[i + c] ?? 0);
	return `#${sum.map((value) => hex(value / (data.length / 4))).join("")}`;
}

/** A photograph of a bar: press the soap, and its colour is taken. The picture stays in this browser. */
export function PhotoPick({ onPick }: { onPick: (srgb: string) => void }) {
	const id = useId();
	const canvas = useRef<HTMLCanvasElement>(null);
	const [shown, setShown] = useState(false);
	const [picked, setPicked] = useState<string | null>(null);
	const load = async (file: File) => {
		const picture = await createImageBitmap(file);
		const target = canvas.current;
		if (!target) return;
		target.width = WIDTH_PX;
		target.height = Math.round((picture.height / picture.width) * WIDTH_PX);
		target.getContext("2d")?.drawImage(picture, 0, 0, target.width, target.height);
		setShown(true);
		pick(target, target.width / 2, target.height / 2);
	};
	const pick = (target: HTMLCanvasElement, x: number, y: number) => {
		const srgb = colourAt(target, x, y);
		if (!srgb) return;
		setPicked(srgb);
		onPick(srgb);
	};
	return (
		<div className="text-sm">
			<label htmlFor={id} className="font-semibold text-xs text-soft">
				…or from a photograph, taken in daylight beside something white
			</label>
			<input
				id={id}
				type="file"
				accept="image/*"
				className="block w-full text-xs"
				onChange={(event) => {
					const file = event.target.files?.[0];
					if (file) void load(file);
				}}
			/>
			<canvas
				ref={canvas}
				hidden={!shown}
				aria-label="Photograph of the bar; its middle is taken, press elsewhere for another place"
				className="mt-1 cursor-crosshair rounded border border-line"
				onClick={(event) => {
					const box = event.currentTarget.getBoundingClientRect();
					pick(event.currentTarget, event.clientX - box.left, event.clientY - box.top);
				}}
			/>
			{picked && (
				<p className="flex items-center gap-2">
					<Swatch srgb={picked} size={18} /> <span className="figures">{picked}</span> taken
				</p>
			)}
		</div>
	);
}
