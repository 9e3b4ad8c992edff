import { useRef, useState } from "react";
import type { TopRun } from "../../api/types";
import { useUnits } from "../../ui/UnitsContext";
import { useEditor } from "../editor/EditorContext";
import { useInHand } from "../editor/useInHand";
import { placeOnTop } from "./placeOnTop";
import { moveMotif, putBack } from "./topChanges";

interface Props {
	run: TopRun;
	x: (along: number) => number;
	y: (across: number) => number;
	px: number;
}

/** Other keys than the arrows: to the next motif of a run, to the one before, to its first and last. */
const STEPS: Record<string, (at: number, count: number) => number> = {
	PageDown: (at, count) => Math.min(at + 1, count - 1),
	PageUp: (at) => Math.max(at - 1, 0),
	Home: () => 0,
	End: (_, count) => count - 1,
};

/** The motifs of a run to be taken by hand, one of them to be reached by Tab, the others from it. */
export function MotifHandles({ run, x, y, px }: Props) {
	const [current, setCurrent] = useState(0);
	const all = useRef<SVGGElement>(null);
	const spots = run.spots.slice(0, run.spots.length / run.passes);
	const step = (to: number) => {
		setCurrent(to);
		all.current?.querySelector<SVGGElement>(`[data-motif="${run.id} ${to}"]`)?.focus();
	};
	return (
		<g ref={all}>
			{spots.map((spot, number) => (
				<Handle
					// biome-ignore lint/suspicious/noArrayIndexKey: a motif is its number.
					key={number}
					run={run}
					number={number}
					count={spots.length}
					spot={spot}
					px={px}
					cx={x(spot.y)}
					cy={y(spot.x)}
					reached={number === Math.min(current, spots.length - 1)}
					onReach={() => setCurrent(number)}
					onStep={step}
				/>
			))}
		</g>
	);
}

interface HandleProps {
	run: TopRun;
	number: number;
	count: number;
	spot: TopRun["spots"][number];
	px: number;
	cx: number;
	cy: number;
	reached: boolean;
	onReach: () => void;
	onStep: (to: number) => void;
}

function Handle({ run, number, count, spot, px, cx, cy, reached, onReach, onStep }: HandleProps) {
	const { edit } = useEditor();
	const { units } = useUnits();
	const what = `motif ${run.id} ${number}`;
	const taken = useInHand({
		thing: spot,
		pxPerMm: px,
		onMove: (from, right, down) => edit(moveMotif(run.id, number, from.x + down, from.y + right), what),
		onLetGo: spot.by_hand ? () => edit(putBack(run.id, number)) : null,
	});
	const r = Math.max((Math.min(run.motif.long_mm, run.motif.wide_mm) / 2) * px, 6);
	return (
		<g
			role="button"
			tabIndex={reached ? 0 : -1}
			data-motif={`${run.id} ${number}`}
			aria-label={`${run.name}, ${number + 1} of ${count}${spot.by_hand ? ", moved by hand" : ""}: ${placeOnTop(spot, units)}`}
			className="cursor-grab touch-none outline-none focus-visible:[&>circle:last-of-type]:stroke-rim"
			{...taken}
			onFocus={onReach}
			onKeyDown={(event) => {
				const to = STEPS[event.key]?.(number, count);
				if (to === undefined) return taken.onKeyDown(event);
				event.preventDefault();
				onStep(to);
			}}
		>
			<circle cx={cx} cy={cy} r={r} fill="transparent" />
			{spot.by_hand && <circle cx={cx} cy={cy} r="2.5" fill="var(--color-ink)" stroke="#ffffff" />}
			{reached && <circle cx={cx} cy={cy} r={r + 3} fill="none" stroke="transparent" strokeWidth="2.5" />}
		</g>
	);
}
