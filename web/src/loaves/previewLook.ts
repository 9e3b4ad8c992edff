import type { Preview } from "../api/types";
import type { FaceLook } from "../drawing/face";

/** How a loaf's face is drawn from what is kept for lists of loaves. */
export function previewLook(preview: Preview): FaceLook {
	const layers = preview.layers.map((layer) => ({
		low: layer.low_mm,
		high: layer.high_mm,
		shares: layer.shares,
	}));
	return { outline: preview.outline, level: layers.at(-1)?.high ?? 0, layers, top: topOf(preview.top) };
}

const topOf = (top: Preview["top"]): FaceLook["top"] =>
	top
		? {
				crown: top.crown ?? [],
				coat: { mm: top.coat_mm, shares: top.coat },
				bumps: top.bumps.map(({ x, wide_mm, high_mm, up_mm, srgb, kind }) => ({
					x,
					up: up_mm,
					wide: wide_mm,
					high: high_mm,
					srgb,
					kind,
				})),
			}
		: null;
