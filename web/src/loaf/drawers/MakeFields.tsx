import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { readMesh } from "../../api/files";
import type { Make, ReadMesh } from "../../api/types";
import { freshOf, optionsOf, useCatalogue } from "../../api/useCatalogue";
import { outlinePath } from "../../drawing/outlinePath";
import { fitScale } from "../../drawing/scale";
import { Cautions } from "../../ui/Cautions";
import { FieldRow } from "../../ui/Drawer";
import { FileButton } from "../../ui/FileButton";
import { CheckField, NumberField, SelectField } from "../../ui/fields";
import { NotDone } from "../../ui/Problems";
import { useEditor } from "../editor/EditorContext";
import { BASES, MELT_CAUTION } from "./bases";
import { DoughParts } from "./DoughParts";
import { OutlineFields } from "./OutlineFields";

/** Ways that are told by measures alone: field, label, digits. */
const SIZES = {
	cutter: [
		["slab_mm", "Slab", undefined],
		["sheet_long_mm", "Sheet length", 0],
		["sheet_wide_mm", "Sheet width", 0],
		["gap_mm", "Gap", undefined],
	],
	chunk: [
		["long_mm", "Long", undefined],
		["wide_mm", "Wide", undefined],
		["high_mm", "High", undefined],
	],
	wedge: [
		["long_mm", "Long", undefined],
		["wide_mm", "Wide", undefined],
		["high_mm", "High", undefined],
	],
	board: [
		["long_mm", "Long", undefined],
		["wide_mm", "Wide", undefined],
		["thick_mm", "Thick", undefined],
		["kerf_mm", "Wire removes", undefined],
	],
	ball: [["diameter_mm", "Diameter", undefined]],
	stick: [
		["long_mm", "Long", undefined],
		["across_mm", "Across", undefined],
	],
} as const;

type Sized = Extract<Make, { kind: keyof typeof SIZES }>;
const isSized = (make: Make): make is Sized => make.kind in SIZES;
const sizeOf = (make: Sized, key: string) => (make as unknown as Record<string, number>)[key] ?? 0;

interface Props {
	make: Make;
	onChange: (make: Make) => void;
	/** What a hollow was measured from. */
	onModel?: (mesh: ReadMesh) => void;
}

export function MakeFields({ make, onChange, onModel }: Props) {
	const { document } = useEditor();
	const ways = useCatalogue("ways");
	return (
		<>
			<SelectField
				label="Made by"
				value={make.kind}
				options={optionsOf<Make["kind"]>(ways)}
				onChange={(kind) => onChange(freshOf<Make>(ways, kind, document.colours[0]?.id ?? "plain"))}
			/>
			{(make.kind === "cavity" || make.kind === "composite") && (
				<CavityFields make={make} onChange={onChange} onModel={onModel} />
			)}
			{make.kind === "composite" && (
				<FieldRow>
					<NumberField
						label="The figure's share"
						quantity="volume"
						digits={2}
						value={make.figure_ml}
						onChange={(figure_ml) => onChange({ ...make, figure_ml })}
					/>
					<SelectField
						label="Figure's colour"
						value={make.figure_colour}
						options={document.colours.map((colour) => [colour.id, colour.name] as const)}
						onChange={(figure_colour) => onChange({ ...make, figure_colour })}
					/>
				</FieldRow>
			)}
			{make.kind === "cutter" && (
				<OutlineFields outline={make.outline} onChange={(outline) => onChange({ ...make, outline })} />
			)}
			{isSized(make) && (
				<FieldRow>
					{SIZES[make.kind].map(([key, label, digits]) => (
						<NumberField
							key={key}
							label={label}
							quantity="length"
							digits={digits}
							value={sizeOf(make, key)}
							onChange={(value) => onChange({ ...make, [key]: value })}
						/>
					))}
				</FieldRow>
			)}
			{make.kind === "stick" && (
				<NumberField
					label="One weighs"
					quantity="weight"
					digits={2}
					value={make.weighs_g}
					onChange={(weighs_g) => onChange({ ...make, weighs_g })}
				/>
			)}
			{make.kind === "dough" && (
				<>
					<DoughParts parts={make.parts} onChange={(parts) => onChange({ ...make, parts })} />
					<NumberField
						label="For hands and board"
						suffix="%"
						digits={0}
						value={make.waste_percent}
						onChange={(waste_percent) => onChange({ ...make, waste_percent })}
					/>
				</>
			)}
			{(make.kind === "melt" || make.kind === "piped") && (
				<NumberField
					label="One piece holds"
					quantity="volume"
					digits={2}
					value={make.piece_ml}
					onChange={(piece_ml) => onChange({ ...make, piece_ml })}
				/>
			)}
			{make.kind === "melt" && (
				<SelectField
					label="Of"
					value={make.base ?? "clear base"}
					options={BASES}
					onChange={(base) => onChange({ ...make, base })}
				/>
			)}
			{make.kind === "melt" && <Cautions lines={MELT_CAUTION} />}
		</>
	);
}

type Cavity = Extract<Make, { kind: "cavity" | "composite" }>;

/** Hollows of a mould; one hollow may be measured from the model it was printed from. */
function CavityFields({ make, onChange, onModel }: Omit<Props, "make"> & { make: Cavity }) {
	const { mould } = make;
	const [hollow, setHollow] = useState(false);
	const measure = useMutation({
		mutationFn: (file: File) => readMesh(file, hollow),
		onSuccess: (mesh) => {
			onChange({ ...make, mould: { ...mould, cavity_ml: Math.round(mesh.volume.value * 100) / 100 } });
			onModel?.(mesh);
		},
	});
	return (
		<>
			<FieldRow>
				<NumberField
					label="One hollow holds"
					quantity="volume"
					digits={2}
					value={mould.cavity_ml}
					onChange={(cavity_ml) => onChange({ ...make, mould: { ...mould, cavity_ml } })}
				/>
				<NumberField
					label="Hollows"
					digits={0}
					value={mould.cavities}
					onChange={(value) => onChange({ ...make, mould: { ...mould, cavities: Math.round(value) } })}
				/>
			</FieldRow>
			<CheckField
				label="The model is the mould: measure its hollow"
				checked={hollow}
				onChange={(checked) => setHollow(checked)}
			/>
			<FileButton
				label="Model file"
				accept=".stl"
				disabled={measure.isPending}
				onFile={(file) => measure.mutate(file)}
			>
				Measure an STL model
			</FileButton>
			<NotDone title="This cannot be measured" error={measure.error} />
			{measure.data && (
				<div className="flex items-center gap-3">
					{measure.data.section && <SectionThumb section={measure.data.section} />}
					<p role="status" className="text-sm">
						{measure.data.says}
					</p>
				</div>
			)}
		</>
	);
}

/** A model cut through its middle. */
function SectionThumb({ section }: { section: NonNullable<ReadMesh["section"]> }) {
	const half = Math.max(...section.points.flatMap(([x = 0, z = 0]) => [Math.abs(x), Math.abs(z)])) * 1.1;
	const scale = fitScale({ left: -half, right: half, bottom: -half, top: half }, 72, 72, NO_MARGINS);
	return (
		<svg width="72" height="72" role="img" aria-label="Section through its middle" className="shrink-0">
			<path
				d={outlinePath(section.points, section.holes, scale)}
				fillRule="evenodd"
				fill="var(--color-bench-deep)"
				stroke="var(--color-ink)"
				strokeWidth="1.4"
			/>
		</svg>
	);
}

const NO_MARGINS = { left: 0, right: 0, bottom: 0, top: 0 };
