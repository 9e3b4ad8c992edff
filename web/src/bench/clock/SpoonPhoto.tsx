import { useMutation } from "@tanstack/react-query";
import { useDrag } from "@use-gesture/react";
import { type KeyboardEvent, useState } from "react";
import { seeSpoonful } from "../../api/photos";
import { ApiProblem } from "../../api/queries";
import type { SpoonfulSeen } from "../../api/types";
import { BY_POINTER } from "../../ui/byPointer";
import { CameraButton } from "../../ui/CameraButton";
import { LOOKS, type Tone } from "../tone";
import type { Given } from "./useClocks";

interface Props {
	tone: Tone;
	/** Tells the clock; what the reading is taken back by. */
	onRead: (given: Given) => string;
	onTakeBack: (pressId: string) => void;
}

interface Reading {
	readonly seen: SpoonfulSeen;
	readonly across: number;
	readonly press: string;
}

/** The spoonful by camera: one photograph is one reading; what was seen is shown, and put right by a drag. */
export function SpoonPhoto({ tone, onRead, onTakeBack }: Props) {
	const look = LOOKS[tone];
	const [reading, setReading] = useState<Reading | null>(null);
	const asked = useMutation({
		mutationFn: seeSpoonful,
		onSuccess: (seen) => {
			const { across_mm: across, within_mm } = seen.spread;
			setReading({ seen, across, press: onRead({ kind: "spread", value: across, within_mm }) });
		},
		onError: () => setReading(null),
	});
	const put = (across: number) => {
		if (!reading || across === reading.across) return;
		onTakeBack(reading.press);
		// Set by eye, so no surer than the nearest ring.
		setReading({ ...reading, across, press: onRead({ kind: "spread", value: across }) });
	};
	return (
		<div className="mb-2 space-y-2">
			<CameraButton
				className={`min-h-[68px] w-full justify-center gap-3 rounded-xl border-2 text-xl ${look.plain}`}
				onPhoto={(photo) => asked.mutate(photo)}
			>
				{reading ? "Photograph the next spoonful" : "Photograph the spoonful"}
			</CameraButton>
			<div aria-live="polite" className="text-lg">
				{asked.isPending && <p>Reading the photograph…</p>}
				{asked.error && <p className="font-semibold">{whyNot(asked.error)}</p>}
				{reading && !asked.isPending && (
					<p>
						<strong className="figures">{reading.across} mm across</strong>
						{reading.across === reading.seen.spread.across_mm
							? `, ± ${reading.seen.spread.within_mm} mm; told to the clock. ${reading.seen.spread.says}`
							: ", as you put it; told to the clock."}
					</p>
				)}
			</div>
			{reading && <SeenSheet reading={reading} onPut={put} />}
		</div>
	);
}

function whyNot(error: unknown): string {
	if (!(error instanceof ApiProblem)) return "No connection: press the ring it reached.";
	const first = error.report.problems[0];
	return first ? `Not read: ${first.limit}. ${first.remedy}` : error.report.message;
}

/** By the arrow keys [mm]. */
const KEYS: Record<string, number> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };

/** The sheet from straight above with the edge that was seen; the ring on it is dragged or moved by keys. */
function SeenSheet({ reading, onPut }: { reading: Reading; onPut: (across: number) => void }) {
	const { spread, picture } = reading.seen;
	const reach = spread.shown_mm;
	const [dragged, setDragged] = useState<number | null>(null);
	const across = dragged ?? reading.across;
	const at = (sheet: Element, clientX: number, clientY: number) => {
		const box = sheet.getBoundingClientRect();
		const [x, y] = [clientX - box.left - box.width / 2, clientY - box.top - box.height / 2];
		return Math.round(Math.min(2 * reach - 2, Math.max(20, ((4 * reach) / box.width) * Math.hypot(x, y))));
	};
	const letGo = () => {
		if (dragged !== null) onPut(dragged);
		setDragged(null);
	};
	const drag = useDrag<PointerEvent>(({ active, canceled, currentTarget, xy }) => {
		if (active) setDragged(at(currentTarget as Element, ...xy));
		else if (canceled) setDragged(null);
		else letGo();
	}, BY_POINTER);
	const keyed = (event: KeyboardEvent) => {
		const by = KEYS[event.key];
		if (!by) return;
		event.preventDefault();
		setDragged(Math.round(across + by));
	};
	return (
		<svg
			role="group"
			aria-label="The spoonful as it was seen"
			viewBox={`${-reach} ${-reach} ${2 * reach} ${2 * reach}`}
			className="w-full max-w-[min(420px,46vh)]"
		>
			<g
				role="slider"
				tabIndex={0}
				className="cursor-grab touch-none"
				aria-label="Across the spoonful. Arrow keys or a drag put it right."
				aria-valuemin={20}
				aria-valuemax={2 * reach}
				aria-valuenow={across}
				aria-valuetext={`${across} mm`}
				onKeyDown={keyed}
				onKeyUp={letGo}
				{...drag()}
			>
				<image href={picture} x={-reach} y={-reach} width={2 * reach} height={2 * reach} />
				<polygon
					points={spread.edge_mm.map((point) => point.join(",")).join(" ")}
					fill="none"
					stroke="#d1007a"
					strokeWidth="0.9"
				/>
				<circle r={across / 2} fill="none" stroke="#14263f" strokeWidth="0.7" strokeDasharray="3 2" />
			</g>
		</svg>
	);
}
