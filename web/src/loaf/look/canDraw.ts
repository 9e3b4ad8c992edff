let known: boolean | undefined;

/** Whether this browser draws solids at all; asked once. */
export function canDraw(): boolean {
	known ??= document.createElement("canvas").getContext("webgl2") !== null;
	return known;
}
