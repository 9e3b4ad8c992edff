/** The page of the guide that tells of a place. */
export function guideFor(path: string): string {
	const [, room = "", , place = ""] = path.split("/");
	const pages: Record<string, string> = {
		"": "loaves",
		season: "season",
		bench: "today",
		shelf: "shelf",
		cupboard: "cupboard",
		notebook: "notebook",
		tour: "loaves",
		settings: "loaves",
	};
	const page = room === "loaf" ? place || "section" : pages[room];
	return page ? `/guide/${page}` : "/guide";
}
