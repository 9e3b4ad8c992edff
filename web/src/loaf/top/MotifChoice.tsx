import type { MotifKind } from "../../api/types";
import { useCatalogue } from "../../api/useCatalogue";
import { MotifPicture } from "../../drawing/top/TopMotifs";
import { PickField } from "../../ui/fields";

interface Props {
	value: MotifKind;
	/** Colours of the bag, as they are seen. */
	srgb: readonly string[];
	onChange: (kind: MotifKind) => void;
}

/** Motifs by their pictures, in the colours of the bag. */
export function MotifChoice({ value, srgb, onChange }: Props) {
	const kinds = useCatalogue("motifs");
	const help = kinds.find((entry) => entry.kind === value)?.help;
	return (
		<div>
			<PickField
				label="Motif"
				value={value}
				options={kinds.map(({ kind, label }) => [
					kind as MotifKind,
					<span key={kind} className="flex flex-col items-center">
						<MotifPicture kind={kind as MotifKind} srgb={srgb} />
						{label}
					</span>,
				])}
				stand="grid grid-cols-[repeat(auto-fill,minmax(72px,1fr))] gap-1"
				each="rounded-lg border border-line p-1 text-center text-xs data-[state=checked]:border-rim data-[state=checked]:bg-rim-wash data-[state=checked]:font-semibold"
				onChange={onChange}
			/>
			<p className="text-xs text-soft">{help}</p>
		</div>
	);
}
