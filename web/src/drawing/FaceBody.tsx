import { bodyCorners, type FaceLook, type TopLook, wallAt } from "./face";
import { heightAt } from "./heightLine";
import { fillOf } from "./paint";
import { TogetherPattern } from "./parts";
import { RoundBands } from "./RoundBands";
import { polygonPoints, type Scale } from "./scale";
import { speckPlaces } from "./specks";
import { sidePath } from "./top/motifLook";

/** A loaf's face without its pieces: layers and top, to scale. ``id`` keeps several on a page apart. */
export function FaceBody({ id, look, scale }: { id: string; look: FaceLook; scale: Scale }) {
	const corners = polygonPoints(bodyCorners(look.outline, look.level), scale);
	const half = Math.max(wallAt(look.outline, 0), wallAt(look.outline, look.level));
	const edge = wallAt(look.outline, look.level);
	const layers = look.layers.map((layer, i) => ({ ...layer, pattern: `${id}-layer-${i}` }));
	return (
		<>
			<defs>
				{layers.map((layer) => (
					<TogetherPattern key={layer.pattern} id={layer.pattern} colours={layer.shares} />
				))}
				<TogetherPattern id={`${id}-top`} colours={look.top?.coat.shares ?? []} tile={22} />
				<clipPath id={`${id}-body`}>
					<polygon points={corners} />
				</clipPath>
			</defs>
			<g clipPath={`url(#${id}-body)`}>
				{layers.map((layer) => (
					<rect
						key={layer.pattern}
						x={scale.x(-half)}
						width={2 * half * scale.pxPerMm}
						y={scale.y(layer.high)}
						height={Math.max(0, (layer.high - layer.low) * scale.pxPerMm)}
						fill={fillOf(layer.shares, layer.pattern)}
					/>
				))}
				{look.picture && (
					<image
						href={look.picture.png}
						x={scale.x(look.picture.left)}
						y={scale.y(look.picture.top)}
						width={look.picture.wide * scale.pxPerMm}
						height={look.picture.top * scale.pxPerMm}
						preserveAspectRatio="none"
					/>
				)}
				{!look.picture &&
					layers.map((layer) => (
						<Scattered key={layer.pattern} layer={layer} outline={look.outline} scale={scale} />
					))}
			</g>
			{look.top && (
				<TopOn id={id} top={look.top} level={look.level} half={edge} scale={scale} under={layers.at(-1)} />
			)}
			{look.picture ? (
				<CutPieces pieces={look.picture.pieces} scale={scale} />
			) : (
				<PressedIn pressed={look.pressed ?? []} level={look.level} half={edge} scale={scale} />
			)}
			<polygon points={corners} fill="none" stroke="var(--color-ink)" strokeOpacity=".7" />
		</>
	);
}

interface TopProps {
	id: string;
	top: TopLook;
	level: number;
	half: number;
	scale: Scale;
	/** The last pour: a mound is made of it. */
	under?: { shares: FaceLook["layers"][number]["shares"]; pattern: string };
}

/** What stands on something covers it. */
const lowerFirst = (a: { up?: number | null }, b: { up?: number | null }) => (a.up ?? 0) - (b.up ?? 0);

/** Mound, coat and what is piped, where the face is cut. */
function TopOn({ id, top, level, half, scale, under }: TopProps) {
	const risen = (x: number) => level + heightAt(top.crown, x);
	const places = top.crown.length > 0 ? top.crown.map(([x = 0]) => x) : [-half, half];
	const over = (mm: number) => places.map((x) => `${scale.x(x)},${scale.y(risen(x) + mm)}`).join(" ");
	const foot = `${scale.x(half)},${scale.y(level)} ${scale.x(-half)},${scale.y(level)}`;
	return (
		<>
			{top.coat.mm > 0 && (
				<polygon
					points={`${over(top.coat.mm)} ${foot}`}
					fill={fillOf(top.coat.shares, `${id}-top`)}
					stroke="var(--color-ink)"
					strokeOpacity=".4"
				/>
			)}
			{top.crown.length > 0 && (
				<polygon points={`${over(0)} ${foot}`} fill={fillOf(under?.shares ?? [], under?.pattern ?? "")} />
			)}
			{[...top.bumps].sort(lowerFirst).map((bump) => (
				<path
					key={`${bump.kind} ${bump.x} ${bump.srgb} ${bump.wide}`}
					d={sidePath(bump.kind, bump.wide, bump.high)}
					transform={`translate(${scale.x(bump.x)} ${scale.y(bump.up == null ? risen(bump.x) + top.coat.mm : level + bump.up)}) scale(${scale.pxPerMm} ${-scale.pxPerMm})`}
					fill={bump.srgb}
					stroke="var(--color-ink)"
					strokeOpacity=".45"
					strokeWidth={1 / scale.pxPerMm}
				/>
			))}
		</>
	);
}

/** Small pieces that the face goes through, where this outcome has them. */
const CutPieces = ({ pieces, scale }: { pieces: NonNullable<FaceLook["picture"]>["pieces"]; scale: Scale }) =>
	pieces.map(({ x, z, radius, srgb, bands }) => {
		const at = { cx: scale.x(x), cy: scale.y(z) };
		const r = radius * scale.pxPerMm;
		return (
			<g key={`${x} ${z}`} data-cut-piece>
				<circle {...at} r={r} fill={srgb} />
				<RoundBands bands={bands} {...at} rx={r} ry={r} />
				<circle {...at} r={r} fill="none" stroke="var(--color-ink)" strokeOpacity=".5" />
			</g>
		);
	});

interface PressedProps {
	pressed: NonNullable<FaceLook["pressed"]>;
	level: number;
	half: number;
	scale: Scale;
}

/** Small pieces pressed into the top, side by side. */
function PressedIn({ pressed, level, half, scale }: PressedProps) {
	return pressed.map((item) =>
		Array.from({ length: item.count }, (_, i) => {
			const x = -half + ((i + 0.5) * 2 * half) / item.count;
			return (
				<circle
					key={`${item.srgb} ${x}`}
					data-pressed
					cx={scale.x(x)}
					cy={scale.y(level + item.size * (0.5 - item.sunk))}
					r={(item.size / 2) * scale.pxPerMm}
					fill={item.srgb}
					stroke="var(--color-ink)"
					strokeOpacity=".6"
				/>
			);
		}),
	);
}

interface ScatteredProps {
	layer: FaceLook["layers"][number];
	outline: FaceLook["outline"];
	scale: Scale;
}

/** Small pieces in a pour. */
function Scattered({ layer, outline, scale }: ScatteredProps) {
	const half = wallAt(outline, layer.low);
	let first = 0;
	return (layer.specks ?? []).map((specks) => {
		const places = speckPlaces(specks.count, specks.size, half, layer.low, layer.high, first);
		first += specks.count;
		return places.map(({ x, z }) => (
			<circle
				key={`${specks.srgb} ${x} ${z}`}
				cx={scale.x(x)}
				cy={scale.y(z)}
				r={(specks.size / 2) * scale.pxPerMm}
				fill={specks.srgb}
				stroke="var(--color-ink)"
				strokeOpacity=".5"
			/>
		));
	});
}
