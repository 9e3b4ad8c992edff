/** Whether a browser draws solids at all, and whether it has a graphics card to do so or must reckon every point. */
export type Drawing = "well" | "slowly" | "not at all";

const RECKONED = /swiftshader|llvmpipe|software|basic render/i;
let known: Drawing | undefined;

/** Asked once. */
export function howItDraws(): Drawing {
	known ??= asked();
	return known;
}

function asked(): Drawing {
	const context = document.createElement("canvas").getContext("webgl2");
	if (context === null) return "not at all";
	const told = context.getExtension("WEBGL_debug_renderer_info");
	const by = String(context.getParameter(told?.UNMASKED_RENDERER_WEBGL ?? context.RENDERER));
	context.getExtension("WEBGL_lose_context")?.loseContext();
	return RECKONED.test(by) ? "slowly" : "well";
}
