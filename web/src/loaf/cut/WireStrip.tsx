import { useDrag } from "@use-gesture/react";
import type { KeyboardEvent } from "react";
import { paintOf } from "../../drawing/paint";
import { useWidth } from "../../drawing/useSize";
import { Button } from "../../ui/Button";
import { BY_POINTER } from "../../ui/byPointer";
import { fixed } from "../../ui/counting";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";

const [HIGH, FOOT] = [56, 20];
const STEP_MM = 0.5;

/** The loaf from the side with its wires: take one by its handle, or by the arrow keys. */
export function WireStrip() {
	const { document, live, edit, liftHand } = useEditor();
	const { units } = useUnits();
	const [ref, width] = useWidth<HTMLDivElement>();
	const { plan } = live;
	const { bars } = plan.cuts;
	const long = live.of.mould.length_mm;
	const px = (mm: number) => 2 + (mm / long) * Math.max(1, width - 4);
	const paint = paintOf(live.of, plan);
	const moved = document.cuts.moved ?? [];
	const byOf = (wire: number) => moved.find((move) => move.wire === wire)?.by_mm ?? 0;
	const move = (wire: number, by_mm: number) =>
		edit(
			(loaf) => ({
				...loaf,
				cuts: {
					...loaf.cuts,
					moved: [
						...(loaf.cuts.moved ?? []).filter((item) => item.wire !== wire),
						...(by_mm ? [{ wire, by_mm }] : []),
					],
				},
			}),
			`wire ${wire}`,
		);
	return (
		<div ref={ref} className="min-w-0">
			<svg width="100%" height={HIGH + FOOT + 10} role="group" aria-label="Wires along the loaf">
				<rect
					x={px(0)}
					y={4}
					width={px(long) - px(0)}
					height={HIGH}
					fill="var(--color-bench)"
					stroke="var(--color-ink)"
				/>
				{plan.embeds.map((piece) => (
					<rect
						key={piece.id}
						x={px(piece.from_mm)}
						y={HIGH * 0.32}
						width={px(piece.to_mm) - px(piece.from_mm)}
						height={HIGH * 0.45}
						fill={paint.colour(live.of.embeds.find((embed) => embed.id === piece.id)?.colour ?? "")}
						stroke="var(--color-ink)"
						strokeOpacity=".5"
					/>
				))}
				{bars.map((bar, i) => {
					const next = bars[i + 1];
					const middle = (px(bar.from_mm) + px(bar.to_mm)) / 2;
					return (
						<g key={bar.number}>
							<text
								x={middle}
								y={HIGH + FOOT}
								textAnchor="middle"
								fontSize="12"
								fontWeight="700"
								fill="var(--color-ink)"
							>
								{bar.number}
							</text>
							{next && (
								<Wire
									name={`Wire between bar ${bar.number} and ${next.number}`}
									told={withUnit((bar.to_mm + next.from_mm) / 2, "length", units)}
									at={px((bar.to_mm + next.from_mm) / 2)}
									by={byOf(bar.number)}
									onMove={(by) => move(bar.number, by)}
									pxPerMm={width / long}
									onLetGo={liftHand}
								/>
							)}
						</g>
					);
				})}
			</svg>
			{moved.length > 0 && (
				<Button onClick={() => edit((loaf) => ({ ...loaf, cuts: { ...loaf.cuts, moved: [] } }))}>
					Even wires again
				</Button>
			)}
		</div>
	);
}

interface WireProps {
	name: string;
	told: string;
	at: number;
	by: number;
	onMove: (by: number) => void;
	pxPerMm: number;
	onLetGo: () => void;
}

function Wire({ name, told, at, by, pxPerMm, onMove, onLetGo }: WireProps) {
	const drag = useDrag<PointerEvent>(({ movement: [right], last, memo = by }) => {
		if (right) onMove(Math.round((memo + right / pxPerMm) / STEP_MM) * STEP_MM);
		if (last) onLetGo();
		return memo;
	}, BY_POINTER);
	const keys = (event: KeyboardEvent<SVGGElement>) => {
		const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
		if (!way) return;
		event.preventDefault();
		onMove(by + way * (event.shiftKey ? 10 : 1) * STEP_MM);
	};
	return (
		<g
			role="slider"
			tabIndex={0}
			aria-label={name}
			aria-valuenow={Number(fixed(by, 1))}
			aria-valuetext={`at ${told}, moved by ${fixed(by, 1)} mm`}
			className="cursor-ew-resize touch-none"
			onKeyDown={keys}
			onKeyUp={onLetGo}
			{...drag()}
		>
			<rect x={at - 12} y={0} width="24" height={HIGH + 8} fill="transparent" />
			<path d={`M${at} 0V${HIGH + 8}`} stroke={by ? "#8a5a00" : "var(--color-ink)"} strokeWidth="2" />
			<circle
				cx={at}
				cy={HIGH / 2 + 4}
				r="5"
				fill={by ? "#f3cf73" : "var(--color-enamel)"}
				stroke="var(--color-ink)"
			/>
		</g>
	);
}
