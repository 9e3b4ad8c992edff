import { useEffect, useState } from "react";
import type { Outline } from "../../api/types";
import { optionsOf, useCatalogue } from "../../api/useCatalogue";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { NumberField, SelectField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { unitOf } from "../../ui/units";
import { OutlineFile } from "./OutlineFile";

/** The same size in another shape, to start from. */
function turnInto(kind: Outline["kind"], size: number): Outline {
	const half = size / 2;
	switch (kind) {
		case "circle":
			return { kind, diameter_mm: size };
		case "rounded":
			return { kind, width_mm: size, height_mm: size, corner_mm: Math.round(size / 5) };
		case "regular":
			return { kind, sides: 6, across_mm: size };
		case "polygon":
			return {
				kind,
				points: [
					[0, -half],
					[half, 0],
					[0, half],
					[-half, 0],
				],
				holes: [],
			};
	}
}

function sizeOf(outline: Outline): number {
	switch (outline.kind) {
		case "circle":
			return outline.diameter_mm;
		case "rounded":
			return Math.max(outline.width_mm, outline.height_mm);
		case "regular":
			return outline.across_mm;
		case "polygon": {
			const xs = outline.points.map(([x = 0]) => x);
			return Math.max(...xs) - Math.min(...xs);
		}
	}
}

export function OutlineFields({
	outline,
	onChange,
}: {
	outline: Outline;
	onChange: (outline: Outline) => void;
}) {
	const kinds = useCatalogue("outlines");

	return (
		<>
			<FieldRow>
				<SelectField
					label="Shape"
					value={outline.kind}
					options={optionsOf<Outline["kind"]>(kinds)}
					onChange={(kind) => onChange(turnInto(kind, sizeOf(outline)))}
				/>
				{outline.kind === "circle" && (
					<NumberField
						label="Diameter"
						quantity="length"
						value={outline.diameter_mm}
						onChange={(diameter_mm) => onChange({ ...outline, diameter_mm })}
					/>
				)}
				{outline.kind === "regular" && (
					<>
						<NumberField
							label="Sides"
							digits={0}
							value={outline.sides}
							onChange={(sides) => onChange({ ...outline, sides })}
						/>
						<NumberField
							label="Corner to corner"
							quantity="length"
							value={outline.across_mm}
							onChange={(across_mm) => onChange({ ...outline, across_mm })}
						/>
					</>
				)}
			</FieldRow>
			{outline.kind === "rounded" && (
				<FieldRow>
					<NumberField
						label="Width"
						quantity="length"
						value={outline.width_mm}
						onChange={(width_mm) => onChange({ ...outline, width_mm })}
					/>
					<NumberField
						label="Height"
						quantity="length"
						value={outline.height_mm}
						onChange={(height_mm) => onChange({ ...outline, height_mm })}
					/>
					<NumberField
						label="Corner"
						quantity="length"
						value={outline.corner_mm}
						onChange={(corner_mm) => onChange({ ...outline, corner_mm })}
					/>
				</FieldRow>
			)}
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
		<label className="block text-xs font-semibold text-soft">
			Corners in {unit.label}, one to a line: across, up
			<textarea
				className="field figures mt-0.5 block h-28 w-full font-normal text-ink"
				value={text}
				onChange={(event) => {
					setText(event.target.value);
					const next = read(event.target.value, unit.size);
					if (next) onChange(next);
				}}
			/>
		</label>
	);
}
