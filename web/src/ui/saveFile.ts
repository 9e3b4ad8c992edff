/** How long a file that is saved can still be fetched [ms]: a browser that is busy takes it only then. */
const KEPT_MS = 60_000;

/** Given to the browser under its name, to be saved where the person's files are. */
export function saveFile(file: Blob, name: string): void {
	const link = document.createElement("a");
	link.href = URL.createObjectURL(file);
	link.download = name;
	link.click();
	setTimeout(() => URL.revokeObjectURL(link.href), KEPT_MS);
}
