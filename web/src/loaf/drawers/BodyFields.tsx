import type { Pieces, ReadMesh } from "../../api/types";
import { CheckField, NumberField } from "../../ui/fields";
import { OutlineFields } from "./OutlineFields";

type Body = NonNullable<Pieces["body"]>;

/** How a model stands; of a mould nothing is known. */
export const bodyOf = (mesh: ReadMesh): Body | null =>
	mesh.foot ? { outline: mesh.foot, high_mm: Math.round((mesh.size_mm[2] ?? 0) * 10) / 10 } : null;

/** A dome over a round foot, as high as it is wide, that holds so much [ml]: its volume is π/6 of a cube's. */
function domeOf(ml: number): Body {
	const wide = Math.ceil(Math.cbrt((6000 * ml) / Math.PI));
	return { outline: { kind: "circle", diameter_mm: wide }, high_mm: wide };
}

interface Props {
	piece: Pieces;
	/** What one holds [ml]. */
	eachMl: number;
	onChange: (body: Body | null) => void;
}

/** How a piece stands on the top: its foot, and how high it is. */
export function BodyFields({ piece, eachMl, onChange }: Props) {
	const { body } = piece;
	return (
		<>
			<CheckField
				label="Its foot and height are known"
				checked={Boolean(body)}
				onChange={(checked) => onChange(checked ? domeOf(eachMl) : null)}
			/>
			{body && (
				<>
					<OutlineFields outline={body.outline} onChange={(outline) => onChange({ ...body, outline })} />
					<NumberField
						label="Stands high"
						quantity="length"
						value={body.high_mm}
						onChange={(high_mm) => onChange({ ...body, high_mm })}
					/>
					<p className="text-xs text-soft">
						How round it is above follows from its volume. Unknown, it stands as high as it is wide.
					</p>
				</>
			)}
		</>
	);
}
