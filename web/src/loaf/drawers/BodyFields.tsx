import type { Pieces, ReadMesh } from "../../api/types";
import { CheckField, NumberField } from "../../ui/fields";
import { OutlineFields } from "./OutlineFields";

type Body = NonNullable<Pieces["body"]>;

/** How a model stands; of a mould nothing is known. */
export const bodyOf = (mesh: ReadMesh): Body | null =>
	mesh.foot ? { outline: mesh.foot, high_mm: Math.round((mesh.size_mm[2] ?? 0) * 10) / 10 } : null;

interface Props {
	piece: Pieces;
	onChange: (body: Body | null) => void;
}

/** How a piece stands on the top: its foot, and how high it is. */
export function BodyFields({ piece, onChange }: Props) {
	const { body } = piece;
	const start = (): Body => ({ outline: { kind: "circle", diameter_mm: 30 }, high_mm: 30 });
	return (
		<>
			<CheckField
				label="Its foot and height are known"
				checked={Boolean(body)}
				onChange={(checked) => onChange(checked ? start() : null)}
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
