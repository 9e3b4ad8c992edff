import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { seeTop } from "../../api/top";
import type { Loaf, TopFound, TopRead } from "../../api/types";
import { Button } from "../../ui/Button";
import { CameraButton } from "../../ui/CameraButton";
import { Refused } from "../../ui/Refused";
import { useEditor } from "../editor/EditorContext";
import { moveMotif, pinPiece } from "./topChanges";

/** The top by camera, between the strips on its mould's rim: where everything lies now, and which cuts it meets. */
export function TopPhoto() {
	const { id } = useEditor();
	const asked = useMutation({ mutationFn: (photo: File) => seeTop(id, photo) });
	return (
		<section aria-labelledby="top-photo" className="tray space-y-2 p-3">
			<div className="flex flex-wrap items-center gap-3">
				<h2 id="top-photo" className="text-base">
					Does it lie as planned?
				</h2>
				<CameraButton onPhoto={(photo) => asked.mutate(photo)}>
					{asked.data ? "Photograph it again" : "Photograph the top"}
				</CameraButton>
			</div>
			<p className="text-soft text-sm">
				Stick the two strips on the mould’s rim and take a picture from straight above, all square marks in
				it. Each piece is looked for near its place, and you see which cut it would meet. The picture is not
				kept.
			</p>
			<div aria-live="polite">
				{asked.isPending && <p className="text-sm">Reading the photograph…</p>}
				{asked.data && !asked.isPending && <Seen key={asked.submittedAt} read={asked.data} />}
			</div>
			{!asked.isPending && <Refused error={asked.error} />}
		</section>
	);
}

function Seen({ read }: { read: TopRead }) {
	const { edit } = useEditor();
	const [taken, setTaken] = useState(0);
	const movable = read.pieces.filter((piece) => piece.moved && (piece.pieces || piece.run));
	const worth = read.pieces.filter((piece) => piece.moved || piece.cut_anew);
	const take = () => {
		edit((loaf) => movable.reduce((before, piece) => planned(piece)(before), loaf));
		setTaken(movable.length);
	};
	return (
		<div className="space-y-2">
			<SeenTop read={read} />
			{read.says.map((says) => (
				<p key={says} className="text-sm">
					{says}
				</p>
			))}
			{worth.length > 0 && (
				<ul className="columns-1 gap-6 text-sm lg:columns-2">
					{worth.map((piece) => (
						<li key={piece.name} className={piece.cut_anew ? "font-semibold" : ""}>
							{piece.says}
						</li>
					))}
				</ul>
			)}
			{movable.length > 0 && (
				<div className="flex flex-wrap items-center gap-3">
					<Button onClick={take} disabled={taken > 0}>
						Plan {movable.length === 1 ? "it where it lies" : `these ${movable.length} where they lie`}
					</Button>
					<p role="status" className="text-sm">
						{taken > 0 && "Planned where it lies now: bars, shares and cuts follow. Undo takes it back."}
					</p>
				</div>
			)}
		</div>
	);
}

const planned =
	({ pieces, run, number, x, y }: TopFound) =>
	(loaf: Loaf): Loaf => {
		if (number == null) return loaf;
		if (pieces) return pinPiece(pieces, number, x, y)(loaf);
		return run ? moveMotif(run, number, x, y)(loaf) : loaf;
	};

const pointsOf = (outline: readonly (readonly number[])[]) =>
	outline.map((point) => point.join(",")).join(" ");

/** The top as it was seen: dashed where planned, drawn through where found, and the cuts. */
function SeenTop({ read }: { read: TopRead }) {
	const [left = 0, right = 1, top = 0, foot = 1] = read.shown;
	return (
		<svg
			role="img"
			aria-label="The top as it was seen, front end at the left"
			viewBox={`${left} ${top} ${right - left} ${foot - top}`}
			className="block max-h-[60vh] w-full rounded border border-line"
		>
			<image href={read.picture} x={left} y={top} width={right - left} height={foot - top} />
			{read.cuts.map((at) => (
				<line
					key={at}
					x1={at}
					x2={at}
					y1={top}
					y2={foot}
					stroke="#fff"
					strokeWidth="0.8"
					strokeDasharray="3 2"
				/>
			))}
			{read.pieces.map((piece) => (
				<g key={piece.name} fill="none">
					<polygon
						points={pointsOf(piece.planned)}
						stroke="#14263f"
						strokeWidth="0.7"
						strokeDasharray="2 1.5"
					/>
					{piece.found && (
						<polygon
							points={pointsOf(piece.drawn)}
							stroke={piece.cut_anew ? "#d1007a" : "#ffd200"}
							strokeWidth="1"
						/>
					)}
				</g>
			))}
		</svg>
	);
}
