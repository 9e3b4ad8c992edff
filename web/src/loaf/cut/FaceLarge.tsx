import { useMutation } from "@tanstack/react-query";
import { Download, Maximize2 } from "lucide-react";
import { Dialog } from "radix-ui";
import { useId, useRef, useState } from "react";
import { askPoint } from "../../api/queries";
import type { Bar, CutFacePicture } from "../../api/types";
import { FaceBody } from "../../drawing/FaceBody";
import { FacePieces } from "../../drawing/FacePicture";
import { type FaceLook, topHeight, wallAt } from "../../drawing/face";
import type { PieceLook } from "../../drawing/pieceLook";
import { savePicture } from "../../drawing/savePicture";
import { fitScale, pressedAt } from "../../drawing/scale";
import { Button } from "../../ui/Button";
import { LargeDialog } from "../../ui/LargeDialog";
import { useEditor } from "../editor/EditorContext";
import { RealBar } from "./RealBar";
import type { Outcome } from "./useFaces";

const [WIDTH, HEIGHT] = [640, 520];

interface Props {
	bar: Bar;
	look: FaceLook;
	pieces: readonly PieceLook[];
	picture: CutFacePicture;
	outcome: Outcome;
}

/** One bar, large: point at a place and read which pour it came from. */
export function FaceLarge({ bar, look, pieces, picture, outcome }: Props) {
	const { id: loaf, live } = useEditor();
	const id = useId();
	const ref = useRef<SVGSVGElement>(null);
	const [at, setAt] = useState<{ x: number; z: number } | null>(null);
	const { mutate, data } = useMutation({ mutationFn: askPoint });
	const half = Math.max(wallAt(look.outline, 0), wallAt(look.outline, look.level));
	const box = { left: -half, right: half, bottom: 0, top: look.level + topHeight(look.top) };
	const scale = fitScale(box, WIDTH, HEIGHT, { left: 8, right: 8, top: 8, bottom: 8 });
	const ask = (x: number, z: number) => {
		setAt({ x, z });
		mutate({
			document: live.of,
			loaf,
			seed: outcome.seed,
			later_min: outcome.laterMin,
			across: x,
			along: picture.y,
			up: z,
		});
	};
	return (
		<Dialog.Root>
			<Dialog.Trigger asChild>
				<Button look="quiet" className="px-1.5!" aria-label={`Bar ${bar.number}, large`}>
					<Maximize2 aria-hidden className="size-4" />
				</Button>
			</Dialog.Trigger>
			<LargeDialog
				title={`Bar ${bar.number}`}
				says="Press a place to read which moment made it."
				actions={
					<Button onClick={() => ref.current && savePicture(ref.current, `bar-${bar.number}.png`)}>
						<Download aria-hidden className="size-4" /> As a picture
					</Button>
				}
			>
				<div className="mt-2 grid items-start gap-6 lg:grid-cols-[minmax(0,640px)_minmax(0,1fr)]">
					<div>
						{/* biome-ignore lint/a11y/useKeyWithClickEvents: the buttons below ask the same from the keyboard. */}
						<svg
							ref={ref}
							viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
							className="block w-full cursor-crosshair"
							role="img"
							aria-label={`Face of bar ${bar.number}, large`}
							onClick={(event) => {
								const { x, z } = pressedAt(event, event.currentTarget, scale);
								ask(x, z);
							}}
						>
							<FaceBody id={id} look={look} scale={scale} />
							<FacePieces pieces={pieces} scale={scale} />
							{at && (
								<g fill="none" strokeWidth="2">
									<circle cx={scale.x(at.x)} cy={scale.y(at.z)} r="8" stroke="#ffffff" />
									<circle cx={scale.x(at.x)} cy={scale.y(at.z)} r="10" stroke="var(--color-ink)" />
								</g>
							)}
						</svg>
						<div className="mt-2 flex flex-wrap items-center gap-2">
							{[0.2, 0.5, 0.8].map((share) => (
								<Button
									key={share}
									onClick={() => ask(-0.7 * wallAt(look.outline, look.level * share), look.level * share)}
								>
									{share === 0.5
										? "Left, halfway up"
										: share < 0.5
											? "Left, near the floor"
											: "Left, near the top"}
								</Button>
							))}
							<p role="status" className="font-semibold">
								{data?.says}
							</p>
						</div>
					</div>
					<RealBar bar={bar.number} pxPerMm={scale.pxPerMm} wideMm={2 * wallAt(look.outline, 0)} />
				</div>
			</LargeDialog>
		</Dialog.Root>
	);
}
