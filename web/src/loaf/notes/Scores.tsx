interface Props {
	label: string;
	/** From none to most. */
	words: readonly string[];
	value: number | null;
	onChange: (value: number | null) => void;
}

/** How much of something, in a word; pressed again, it was not looked at. */
export function Scores({ label, words, value, onChange }: Props) {
	return (
		<fieldset>
			<legend className="font-semibold text-soft text-xs">{label}</legend>
			<div className="mt-1 grid grid-cols-4 overflow-hidden rounded-lg border border-rim/60">
				{words.map((word, score) => (
					<button
						key={word}
						type="button"
						aria-pressed={value === score}
						onClick={() => onChange(value === score ? null : score)}
						className={`px-1 py-1.5 text-sm ${value === score ? "bg-rim font-semibold text-on-rim" : "bg-enamel text-rim-deep hover:bg-rim-wash"}`}
					>
						{word}
					</button>
				))}
			</div>
		</fieldset>
	);
}
