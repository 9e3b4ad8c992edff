/** A colour beside its name; never the only sign. */
export function Swatch({ srgb, size = 14 }: { srgb: string; size?: number }) {
	return (
		<span
			aria-hidden
			className="swatch inline-block shrink-0 rounded-[4px] border border-ink/50"
			style={{ background: srgb, width: size, height: size }}
		/>
	);
}
