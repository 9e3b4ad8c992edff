import type { MotifKind } from "../../api/types";
import { useCatalogue } from "../../api/useCatalogue";
import { MotifPicture } from "../../drawing/top/TopMotifs";

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
		<fieldset>
			<legend className="text-xs font-semibold text-soft">Motif</legend>
			<div className="grid grid-cols-[repeat(auto-fill,minmax(72px,1fr))] gap-1">
				{kinds.map((entry) => (
					<label
						key={entry.kind}
						className={`relative flex cursor-pointer flex-col items-center rounded-lg border p-1 text-center text-xs has-focus-visible:outline-3 has-focus-visible:outline-brass ${entry.kind === value ? "border-rim bg-rim-wash font-semibold" : "border-line"}`}
					>
						<input
							type="radio"
							name="motif"
							className="absolute inset-0 cursor-pointer opacity-0"
							checked={entry.kind === value}
							onChange={() => onChange(entry.kind as MotifKind)}
						/>
						<MotifPicture kind={entry.kind as MotifKind} srgb={srgb} />
						{entry.label}
					</label>
				))}
			</div>
			<p className="text-xs text-soft">{help}</p>
		</fieldset>
	);
}
