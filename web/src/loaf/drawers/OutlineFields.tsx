import { useEffect, useState } from "react";
import type { Outline } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NotesField, NumberField, SelectField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { unitOf } from "../../ui/units";
import { DrawnOutline } from "./DrawnOutline";
import { OutlineFile } from "./OutlineFile";

/** Measures of each shape that has no more than measures: field, label, digits where there are none. */
const MEASURES = {
	circle: [["diameter_mm", "Diameter"]],
	oval: [
		["width_mm", "Width"],
		["height_mm", "Height"],
	],
	"half round": [["width_mm", "Width"]],
	rounded: [
		["width_mm", "Width"],
		["height_mm", "Height"],
		["corner_mm", "Corner"],
	],
	regular: [
		["sides", "Sides"],
		["across_mm", "Corner to corner"],
	],
	star: [
		["points", "Points"],
		["across_mm", "Point to point"],
		["deep_percent", "Cut in %"],
	],
	flower: [
		["petals", "Petals"],
		["across_mm", "Across"],
		["deep_percent", "Drawn in %"],
	],
	heart: [
		["width_mm", "Width"],
		["height_mm", "Height"],
	],
	drawn: [],
	polygon: [],
} as const satisfies Record<Outline["kind"], readonly (readonly [string, string])[]>;

type Measured = Record<string, number>;

/** The same size in another shape, to start from. */
function turnInto(kind: Outline["kind"], fresh: Outline, size: number): Outline {
	if (kind === "polygon") {
		const half = size / 2;
		const points = [
			[0, -half],
			[half, 0],
			[0, half],
			[-half, 0],
		];
		return { kind, points, holes: [] } as Outline;
	}
	if (kind === "drawn") return fresh;
	const sizes = MEASURES[kind].filter(([field]) => field.endsWith("_mm") && field !== "corner_mm");
	const corner = kind === "rounded" ? { corner_mm: Math.round(size / 5) } : {};
	const sides = kind === "regular" ? { sides: 6 } : {};
	const sized = Object.fromEntries(sizes.map(([field]) => [field, size]));
	return { ...fresh, ...sides, ...corner, ...sized, kind } as Outline;
}

function sizeOf(outline: Outline): number {
	if (outline.kind === "polygon" || outline.kind === "drawn") {
		const xs = outline.points.map(([x = 0]) => x);
		return Math.max(...xs) - Math.min(...xs);
	}
	const measured = outline as unknown as Measured;
	return Math.max(
		...MEASURES[outline.kind].map(([field]) => (field.endsWith("_mm") ? (measured[field] ?? 0) : 0)),
	);
}

export function OutlineFields({
	outline,
	onChange,
}: {
	outline: Outline;
	onChange: (outline: Outline) => void;
}) {
	const kinds = useCatalogue("outlines");
	const measured = outline as unknown as Measured;
	return (
		<>
			<SelectField
				label="Shape"
				value={outline.kind}
				options={optionsOf<Outline["kind"]>(kinds)}
				onChange={(kind) => onChange(turnInto(kind, freshOf<Outline>(kinds, kind), sizeOf(outline)))}
			/>
			{MEASURES[outline.kind].length > 0 && (
				<FieldRow>
					{MEASURES[outline.kind].map(([field, label]) => (
						<NumberField
							key={field}
							label={label}
							{...(field.endsWith("_mm") ? { quantity: "length" as const } : { digits: 0 })}
							value={measured[field] ?? 0}
							onChange={(value) => onChange({ ...outline, [field]: value } as Outline)}
						/>
					))}
				</FieldRow>
			)}
			{outline.kind === "drawn" && <DrawnOutline outline={outline} onChange={onChange} />}
			<OutlineFile onOutline={onChange} />
			{outline.kind === "polygon" && outline.holes.length > 0 && (
				<p className="flex items-center gap-2 text-sm">
					{outline.holes.length === 1 ? "One hole runs" : `${outline.holes.length} holes run`} through it.
					<Button onClick={() => onChange({ ...outline, holes: [] })}>Fill</Button>
				</p>
			)}
			{outline.kind === "polygon" && (
				<Corners points={outline.points} onChange={(points) => onChange({ ...outline, points })} />
			)}
		</>
	);
}

/** Corners in the units in use, one to a line, to the hundredth of a millimetre. */
const write = (points: readonly (readonly number[])[], size: number) =>
	points
		.map((point) => point.map((mm) => Number((mm / size).toFixed(size === 1 ? 2 : 4))).join(", "))
		.join("\n");

/** Numbers of a row: a comma with a space behind it stands between them, one without may be a decimal sign. */
function numbersIn(row: string): number[] {
	const parts = row.trim().split(/\s*;\s*|,\s+|\s+/);
	const apart = parts.length === 1 ? row.trim().split(",") : parts;
	return apart.filter(Boolean).map((part) => Number(part.replace(",", ".")));
}

function read(text: string, size: number): number[][] | null {
	const rows = text
		.split("\n")
		.filter((row) => row.trim())
		.map((row) => numbersIn(row).map((number) => number * size));
	return rows.length >= 3 && rows.every((row) => row.length === 2 && row.every(Number.isFinite))
		? rows
		: null;
}

/** Corners as text, one to a line; half-typed text stays until it reads as corners. */
function Corners({ points, onChange }: { points: number[][]; onChange: (points: number[][]) => void }) {
	const unit = unitOf(useUnits().units, "length");
	const shown = write(points, unit.size);
	const [text, setText] = useState(shown);
	useEffect(
		() =>
			setText((last) => {
				const meant = read(last, unit.size);
				return meant && write(meant, unit.size) === shown ? last : shown;
			}),
		[shown, unit.size],
	);
	return (
		<NotesField
			label={`Corners in ${unit.label}, one to a line: across, up`}
			rows={5}
			max={8000}
			look="field figures w-full"
			value={text}
			onChange={(typed) => {
				setText(typed);
				const next = read(typed, unit.size);
				if (next) onChange(next);
			}}
		/>
	);
}
