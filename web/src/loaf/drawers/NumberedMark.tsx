import type { PointerEvent } from "react";
import type { useInHand } from "../editor/useInHand";

interface Props {
	number: number;
	/** What it is and where it lies, read out. */
	label: string;
	/** In the picture's own units. */
	at: readonly [number, number];
	moves: ReturnType<typeof useInHand>;
}

/** A number on a picture that is drawn on too: taking it in hand begins no line. */
export function NumberedMark({ number, label, at, moves }: Props) {
	const { onPointerDown, ...others } = moves;
	return (
		<g
			role="button"
			tabIndex={0}
			aria-label={label}
			transform={`translate(${at[0]} ${at[1]})`}
			className="cursor-grab"
			onPointerDown={(event: PointerEvent<SVGGElement>) => {
				event.stopPropagation();
				onPointerDown?.(event);
			}}
			{...others}
		>
			<circle r={11} className="fill-paper stroke-ink" strokeWidth={1.5} />
			<text textAnchor="middle" dy="4" className="fill-ink text-xs font-semibold">
				{number}
			</text>
		</g>
	);
}
