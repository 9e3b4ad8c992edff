/** How many points of the file to one of the drawing. */
const FINE = 3;

/** Saves a drawing of its own as a PNG, as it stands on the page. */
export async function savePicture(drawing: SVGSVGElement, name: string): Promise<void> {
	const { width, height } = drawing.viewBox.baseVal;
	const copy = drawing.cloneNode(true) as SVGSVGElement;
	copy.setAttribute("width", String(width * FINE));
	copy.setAttribute("height", String(height * FINE));
	const picture = new Image();
	picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(new XMLSerializer().serializeToString(copy))}`;
	await picture.decode();
	const canvas = document.createElement("canvas");
	canvas.width = width * FINE;
	canvas.height = height * FINE;
	canvas.getContext("2d")?.drawImage(picture, 0, 0);
	const link = document.createElement("a");
	link.href = canvas.toDataURL("image/png");
	link.download = name;
	link.click();
}
