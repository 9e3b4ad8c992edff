import { useQuery } from "@tanstack/react-query";
import { Printer, ScanLine } from "lucide-react";
import { type ReactNode, useState } from "react";
import { barReadQuery } from "../../api/photos";
import { ApiProblem } from "../../api/queries";
import type { BarProposal, BarRead, LoafOutcome, Photo } from "../../api/types";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { Refused } from "../../ui/Refused";
import { useUnits } from "../../ui/UnitsContext";
import { paperOf } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { joined } from "./proposals";

interface Props {
	photo: Photo;
	/** Just taken: it is read at once, and nothing is said where no card lies under the bar. */
	fresh: boolean;
	outcome: LoafOutcome;
	change: (next: Partial<LoafOutcome>) => void;
	/** The photograph to press on, for what was not read. */
	children: ReactNode;
}

/** A bar photographed on its printed card: what was seen beside the plan, and what of it goes into the notes. */
export function BarOnCard({ photo, fresh, outcome, change, children }: Props) {
	const { units } = useUnits();
	const [asked, setAsked] = useState(false);
	// Who presses on the photograph has begun by hand: nothing may slide away under the finger then.
	const [byHand, setByHand] = useState(false);
	const wanted = asked || (fresh && !byHand);
	const answer = useQuery({ ...barReadQuery(photo.id), enabled: wanted });
	const { error, isFetching } = answer;
	const data = wanted ? answer.data : undefined;
	const noCard = error instanceof ApiProblem && error.report.problems?.[0]?.code === "camera.no_sheet";
	return (
		<>
			<section aria-label="The bar on its card" className="space-y-2 rounded-lg border border-line p-3">
				<div className="flex flex-wrap items-center gap-3">
					{!data && (
						<Button disabled={isFetching} onClick={() => setAsked(true)}>
							<ScanLine aria-hidden className="size-4" />{" "}
							{isFetching && wanted ? "Reading the photograph…" : "Read the bar on its card"}
						</Button>
					)}
					<a
						className="inline-flex items-center gap-1 text-sm"
						href={`/api/bar-card.pdf?paper=${paperOf(units)}`}
					>
						<Printer aria-hidden className="size-4" /> Bar card
					</a>
				</div>
				<p aria-live="polite" className="sr-only">
					{isFetching && wanted && "Reading the photograph…"}
				</p>
				{!data && (
					<p className="text-soft text-xs">
						Lay the bar on the printed card and photograph it from above: size, places of pieces, colours and
						holes are read off, and you say what goes into the notes.
					</p>
				)}
				{wanted && !(noCard && !asked) && <Refused error={error} />}
				{data && <Seen read={data} outcome={outcome} change={change} />}
			</section>
			{data ? (
				<details>
					<summary className="min-h-6 cursor-pointer py-1 font-semibold text-rim-deep text-sm">
						Measure on the photograph itself
					</summary>
					<div className="mt-2">{children}</div>
				</details>
			) : (
				<div onPointerDownCapture={() => setByHand(true)}>{children}</div>
			)}
		</>
	);
}

function Seen({ read, outcome, change }: { read: BarRead } & Pick<Props, "outcome" | "change">) {
	const [left, setLeft] = useState<readonly string[]>([]);
	const [put, setPut] = useState(0);
	const ticked = read.proposals.filter((item) => !left.includes(item.says));
	const toggle = (item: BarProposal) =>
		setLeft(left.includes(item.says) ? left.filter((says) => says !== item.says) : [...left, item.says]);
	return (
		<>
			<SeenFace read={read} />
			{read.says.map((says) => (
				<p key={says} className="text-sm">
					{says}
				</p>
			))}
			<Shares read={read} />
			<fieldset className="space-y-2">
				<legend className="font-semibold text-soft text-xs">Into the notes</legend>
				{read.proposals.map((item) => (
					<CheckField
						key={item.says}
						checked={!left.includes(item.says)}
						onChange={() => toggle(item)}
						label={
							<>
								<span className="flex-1">{item.says}</span>
								{(item.colours ?? []).map((colour) => (
									<span
										key={colour.colour}
										className="h-5 w-8 rounded border border-ink/50"
										style={{ background: colour.srgb }}
									/>
								))}
							</>
						}
					/>
				))}
				{read.proposals.length === 0 && <p className="text-sm">Nothing to write down was made out.</p>}
			</fieldset>
			<div className="flex items-center gap-3">
				<Button
					look="main"
					disabled={ticked.length === 0}
					onClick={() => {
						change(joined(outcome, ticked));
						setPut(ticked.length);
					}}
				>
					Put what is ticked into the notes
				</Button>
				<p role="status" className="text-sm">
					{put > 0 && `${put} put in, not saved yet.`}
				</p>
			</div>
		</>
	);
}

/** Each colour's share of the poured soap against what was foreseen. */
function Shares({ read }: { read: BarRead }) {
	const percent = (share: number) => Math.round(100 * share);
	if (read.shares.length < 2) return null;
	return (
		<table className="w-full text-sm">
			<caption className="text-left font-semibold text-soft text-xs">
				Shares of the poured soap in this face, read to about three points
			</caption>
			<thead className="sr-only">
				<tr>
					<th>Colour</th>
					<th>Seen</th>
					<th>Foreseen</th>
				</tr>
			</thead>
			<tbody>
				{read.shares.map((item) => (
					<tr key={item.colour}>
						<td>{item.name}</td>
						<td className="figures text-right">{percent(item.seen)} %</td>
						<td className="pl-3 text-soft">
							{item.says} ({percent(item.least)}–{percent(item.most)} %)
						</td>
					</tr>
				))}
			</tbody>
		</table>
	);
}

/** The face by white light, with its outline, the pieces as planned (dashed) and as they lie. */
function SeenFace({ read }: { read: BarRead }) {
	const { live } = useEditor();
	const { seen } = read;
	const [left = 0, right = 0, foot = 0, top = 0] = seen.shown;
	const points = (outline: readonly (readonly number[])[]) =>
		outline.map(([x = 0, z = 0]) => `${x},${-z}`).join(" ");
	const there = new Set(seen.pieces.map((piece) => piece.embed));
	return (
		<svg
			role="img"
			aria-label="The face as it was seen, pieces as planned dashed"
			viewBox={`${left} ${-top} ${right - left} ${top - foot}`}
			className="w-full max-w-[26rem] rounded border border-line"
		>
			<image href={read.picture} x={left} y={-top} width={right - left} height={top - foot} />
			<polygon points={points(seen.edge)} fill="none" stroke="#ffffff" strokeWidth="0.9" />
			<polygon points={points(seen.edge)} fill="none" stroke="#14263f" strokeWidth="0.4" />
			{live.plan.embeds
				.filter((piece) => there.has(piece.id))
				.map((piece) => (
					<g key={piece.id} fill="none" strokeDasharray="2.4 1.6">
						<polygon points={points(piece.outline)} stroke="#ffffff" strokeWidth="0.9" />
						<polygon points={points(piece.outline)} stroke="#14263f" strokeWidth="0.4" />
					</g>
				))}
			{seen.pieces
				.filter((piece) => piece.found)
				.map((piece) => (
					<polygon
						key={piece.embed}
						points={points(piece.outline)}
						fill="none"
						stroke="#d1007a"
						strokeWidth="0.8"
					/>
				))}
			{seen.holes.map((hole) => (
				<circle
					key={`${hole.across_mm} ${hole.up_mm}`}
					cx={hole.across_mm}
					cy={-hole.up_mm}
					r={hole.wide_mm / 2 + 1.5}
					fill="none"
					stroke="#d1007a"
					strokeWidth="0.6"
				/>
			))}
		</svg>
	);
}
