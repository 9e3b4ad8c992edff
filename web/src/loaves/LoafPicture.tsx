import { lazy, Suspense } from "react";
import { stillAddress } from "../api/queries";
import type { LoafSummary } from "../api/types";

// Most loaves have their picture: what draws one comes when it is asked for.
const DrawnFace = lazy(() => import("./DrawnFace"));

interface Props {
	loaf: Pick<LoafSummary, "id" | "name" | "revision" | "still" | "preview">;
	wide: number;
	high: number;
	/** What its face is called where there is no picture of all of it yet. */
	label: string;
}

/** A loaf at a slant as it is planned; its face until that is drawn. */
export function LoafPicture({ loaf, wide, high, label }: Props) {
	if (loaf.still === "there")
		return (
			<img
				className="w-full object-contain"
				style={{ height: high }}
				src={stillAddress(loaf.id, loaf.revision)}
				alt={`${loaf.name} at a slant`}
				loading="lazy"
			/>
		);
	return (
		<Suspense fallback={<div style={{ width: wide, height: high }} />}>
			<DrawnFace preview={loaf.preview} wide={wide} high={high} label={label} />
		</Suspense>
	);
}
