import type { MotifKind } from "../../api/types";

/** One stroke or patch of a motif seen from above, in millimetres around its middle; along runs to the right. */
export interface Patch {
	readonly d: string;
	/** How it is painted: the frosting's own colour, lit, in shade, or a bead drawn as a line of ``width`` mm. */
	readonly tone: "body" | "light" | "shade" | "bead";
	readonly width?: number;
	/** Which of the colours side by side in the bag; the first where it is not told. */
	readonly colour?: number;
}

const f = (value: number) => value.toFixed(2);
const at = (radius: number, angle: number, squash = 1) =>
	`${f(radius * Math.cos(angle))} ${f(radius * squash * Math.sin(angle))}`;
const ellipse = (cx: number, cy: number, rx: number, ry: number) =>
	`M${f(cx - rx)} ${f(cy)}a${f(rx)} ${f(ry)} 0 1 0 ${f(2 * rx)} 0a${f(rx)} ${f(ry)} 0 1 0 ${f(-2 * rx)} 0Z`;
const steps = (count: number) => Array.from({ length: count }, (_, i) => i);
const wave = (long: number, swing: number) => {
	const points = steps(13).map((i) => {
		const x = -long / 2 + (i / 12) * long;
		return `${f(x)} ${f(swing * Math.sin((2 * Math.PI * (x + long / 2)) / long))}`;
	});
	return `M${points.join("L")}`;
};

/** A motif from above, so long and so wide [mm]. */
export function motifPatches(kind: MotifKind, long: number, wide: number): readonly Patch[] {
	const [l, w] = [long / 2, wide / 2];
	switch (kind) {
		case "kiss":
			return [
				{ d: petals(8, Math.min(l, w)), tone: "body" },
				...steps(8).map((i) => ({
					d: `M${at(Math.min(l, w) * 0.9, (i * Math.PI) / 4)}Q${at(Math.min(l, w) * 0.55, (i * Math.PI) / 4 + 0.75)} 0 0`,
					tone: "shade" as const,
					width: wide * 0.03,
				})),
				{ d: ellipse(0, 0, wide * 0.09, wide * 0.09), tone: "light" },
			];
		case "ball":
			return [
				{ d: ellipse(0, 0, l, w), tone: "body" },
				{ d: ellipse(-l * 0.25, -w * 0.3, l * 0.28, w * 0.2), tone: "light" },
			];
		case "cloud":
			return [
				{ d: ellipse(-l * 0.4, w * 0.18, l * 0.58, w * 0.76), tone: "body" },
				{ d: ellipse(l * 0.45, w * 0.28, l * 0.5, w * 0.62), tone: "body", colour: 1 },
				{ d: ellipse(l * 0.12, -w * 0.38, l * 0.46, w * 0.56), tone: "body", colour: 2 },
				{ d: ellipse(-l * 0.5, -w * 0.1, l * 0.2, w * 0.16), tone: "light" },
				{ d: ellipse(l * 0.05, -w * 0.58, l * 0.16, w * 0.12), tone: "light" },
			];
		case "coil":
			return [
				{ d: ellipse(0, 0, l, w), tone: "body" },
				{ d: ellipse(0, 0, l * 0.68, w * 0.68), tone: "shade", width: wide * 0.05 },
				{ d: ellipse(0, 0, l * 0.36, w * 0.36), tone: "shade", width: wide * 0.05 },
				{ d: ellipse(-l * 0.1, -w * 0.12, l * 0.12, w * 0.1), tone: "light" },
			];
		case "rosette": {
			const turn = (i: number) => at((w * 0.92 * i) / 24, (i * 2 * Math.PI) / 9, 1);
			const spiral = `M0 0L${steps(25).map(turn).join("L")}`;
			return [
				{ d: ellipse(0, 0, l * 0.94, w * 0.94), tone: "body" },
				{ d: spiral, tone: "shade", width: wide * 0.045 },
				{ d: ellipse(0, 0, l * 0.1, w * 0.1), tone: "light" },
			];
		}
		case "scallop":
			return [
				{
					d: `M${f(-l)} 0C${f(-l)} ${f(-w * 1.25)} ${f(l * 0.55)} ${f(-w * 1.2)} ${f(l)} 0C${f(l * 0.55)} ${f(w * 1.2)} ${f(-l)} ${f(w * 1.25)} ${f(-l)} 0Z`,
					tone: "body",
				},
				...[-0.62, -0.3, 0, 0.3, 0.62].map((across) => ({
					d: `M${f(-l * 0.82)} ${f(across * w)}Q${f(l * 0.1)} ${f(across * w * 0.9)} ${f(l * 0.85)} 0`,
					tone: "shade" as const,
					width: wide * 0.025,
				})),
				{
					d: `M${f(-l * 0.86)} ${f(-w * 0.5)}Q${f(-l * 0.98)} 0 ${f(-l * 0.86)} ${f(w * 0.5)}Q${f(-l * 0.7)} 0 ${f(-l * 0.86)} ${f(-w * 0.5)}Z`,
					tone: "light",
				},
			];
		case "rope":
			return [
				{
					d: `M${f(-l)} ${f(w * 0.55)}Q${f(-l * 0.1)} ${f(-w * 0.9)} ${f(l)} ${f(-w * 0.55)}`,
					tone: "bead",
					width: w * 0.8,
				},
				{
					d: `M${f(-l)} ${f(w * 0.28)}Q${f(-l * 0.1)} ${f(-w * 1.1)} ${f(l)} ${f(-w * 0.75)}`,
					tone: "light",
					width: w * 0.14,
				},
			];
		case "ruffle":
			return [
				{ d: wave(long * 1.05, w * 0.62), tone: "bead", width: Math.min(long * 0.42, w) },
				{ d: wave(long * 1.05, w * 0.62), tone: "bead", width: Math.min(long * 0.2, w * 0.5), colour: 1 },
				{ d: wave(long * 1.05, w * 0.62), tone: "light", width: long * 0.05 },
			];
		case "zigzag": {
			const zig = `M${f(-l)} ${f(-w * 0.8)}L${f(0)} ${f(w * 0.8)}L${f(l)} ${f(-w * 0.8)}`;
			return [
				{ d: zig, tone: "bead", width: Math.min(l * 0.8, w) },
				{ d: zig, tone: "light", width: l * 0.12 },
			];
		}
		case "vine":
			return [
				{ d: wave(long * 1.02, w * 0.45), tone: "bead", width: wide * 0.5 },
				{ d: wave(long * 1.02, w * 0.45), tone: "light", width: wide * 0.12 },
			];
		case "leaf":
			return [
				{
					d: `M${f(-l)} 0C${f(-l * 0.7)} ${f(-w * 1.15)} ${f(l * 0.15)} ${f(-w * 0.95)} ${f(l)} 0C${f(l * 0.15)} ${f(w * 0.95)} ${f(-l * 0.7)} ${f(w * 1.15)} ${f(-l)} 0Z`,
					tone: "body",
				},
				{ d: `M${f(-l * 0.95)} 0L${f(l * 0.85)} 0`, tone: "shade", width: wide * 0.07 },
				...[-0.55, -0.15, 0.25].flatMap((from) =>
					[-1, 1].map((side) => ({
						d: `M${f(l * from)} 0L${f(l * (from + 0.28))} ${f(side * w * 0.5)}`,
						tone: "shade" as const,
						width: wide * 0.03,
					})),
				),
				{
					d: `M${f(-l * 0.6)} ${f(-w * 0.55)}Q${f(-l * 0.1)} ${f(-w * 0.72)} ${f(l * 0.35)} ${f(-w * 0.4)}`,
					tone: "light",
					width: wide * 0.08,
				},
			];
		case "tuft":
			return [
				{ d: ellipse(0, 0, l * 0.8, w * 0.8), tone: "shade" },
				...steps(14).map((i) => ({
					d: `M0 0L${at(Math.min(l, w) * (i % 2 ? 1 : 0.75), (i * 2 * Math.PI) / 14)}`,
					tone: "bead" as const,
					width: wide * 0.13,
					colour: i % 2,
				})),
			];
		case "blossom":
			return [
				...steps(5).map((i) => {
					const angle = (i * 2 * Math.PI) / 5 - Math.PI / 2;
					const [cx, cy] = [l * 0.55 * Math.cos(angle), w * 0.55 * Math.sin(angle)];
					return { d: ellipse(cx, cy, l * 0.46, w * 0.46), tone: "body" as const, colour: i % 2 };
				}),
				...steps(5).map((i) => ({
					d: `M${at(l * 0.2, (i * 2 * Math.PI) / 5 - Math.PI / 2, w / l)}L${at(l * 0.72, (i * 2 * Math.PI) / 5 - Math.PI / 2, w / l)}`,
					tone: "shade" as const,
					width: wide * 0.025,
				})),
				{ d: ellipse(0, 0, l * 0.18, w * 0.18), tone: "shade" },
			];
	}
}

/** A star of soft points, as a closed tip leaves it. */
function petals(points: number, radius: number): string {
	const turn = (2 * Math.PI) / points;
	const parts = steps(points).map(
		(i) => `Q${at(radius * 1.08, (i + 0.5) * turn)} ${at(radius * 0.84, (i + 1) * turn)}`,
	);
	return `M${at(radius * 0.84, 0)}${parts.join("")}Z`;
}

/** What a motif shows from the side: its outline over a foot of ``wide``, ``high`` up [mm]. */
export function sidePath(kind: string, wide: number, high: number): string {
	const w = wide / 2;
	if (kind === "kiss") {
		return `M${f(-w)} 0C${f(-w)} ${f(high * 0.55)} ${f(-w * 0.35)} ${f(high * 0.5)} 0 ${f(high)}C${f(w * 0.35)} ${f(high * 0.5)} ${f(w)} ${f(high * 0.55)} ${f(w)} 0Z`;
	}
	if (kind === "leaf") {
		return `M${f(-w)} 0C${f(-w * 0.7)} ${f(high * 0.6)} ${f(w * 0.3)} ${f(high * 1.1)} ${f(w)} ${f(high * 0.9)}C${f(w * 0.8)} ${f(high * 0.4)} ${f(w * 0.3)} 0 ${f(w * 0.2)} 0Z`;
	}
	if (kind === "tuft") {
		const tips = steps(6).map(
			(i) =>
				`L${f(-w + ((i + 0.5) / 6) * wide)} ${f(high * (i % 2 ? 1 : 0.85))}L${f(-w + ((i + 1) / 6) * wide)} ${f(high * 0.3)}`,
		);
		return `M${f(-w)} 0${tips.join("")}L${f(w)} 0Z`;
	}
	if (kind === "ruffle") {
		const r = Math.min(w, high) * 0.35;
		return `M${f(-w)} 0V${f(high - r)}Q${f(-w)} ${f(high)} ${f(-w + r)} ${f(high)}H${f(w - r)}Q${f(w)} ${f(high)} ${f(w)} ${f(high - r)}V0Z`;
	}
	if (kind === "round") {
		const [rx, ry] = [f(w), f(high / 2)];
		return `M${f(-w)} ${ry}a${rx} ${ry} 0 1 0 ${f(wide)} 0a${rx} ${ry} 0 1 0 ${f(-wide)} 0Z`;
	}
	// Half an ellipse: what lies round lies so.
	return `M${f(-w)} 0C${f(-w)} ${f(high * 1.33)} ${f(w)} ${f(high * 1.33)} ${f(w)} 0Z`;
}
