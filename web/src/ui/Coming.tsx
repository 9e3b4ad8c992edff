/** Stands where a place is still coming. */
export const Coming = () => (
	<p role="status" className="p-6 text-soft">
		Opening…
	</p>
);
