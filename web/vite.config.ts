import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const BY_THEMSELVES = [
	"src/api/queries.test.tsx",
	"src/find/Find.test.tsx",
	"src/house/HouseFields.test.tsx",
	"src/keeping/kept.test.tsx",
	"src/loaf/section/Remarks.test.tsx",
	"src/season/PlanningNow.test.tsx",
];
const STUDIO = "http://127.0.0.1:8735";

export default defineConfig(({ command }) => ({
	base: command === "build" ? "/static/" : "/",
	plugins: [react(), tailwindcss()],
	// What is put into the page itself the server's policy refuses: it lets in files of its own alone.
	// What is dark goes by the room it is in (light-dark), which older browsers would be given for the whole page at once.
	build: { assetsInlineLimit: 0, cssTarget: ["chrome123", "firefox120", "safari17.5"] },
	// The server compares where a change comes from with the host it was sent to, so that has to stay as the browser wrote it.
	server: { proxy: Object.fromEntries(["/api", "/admin"].map((path) => [path, { target: STUDIO, changeOrigin: false }])) },
	// A document takes longer to make than most tests do: only those that need one get it, and they share it. The door to
	// the server is loaded with another kind of request, and what opens it must not do so before others put theirs in its
	// place: those are tested by themselves.
	test: {
		projects: [
			{ extends: true, test: { name: "plain", environment: "node", isolate: false, include: ["src/**/*.test.ts"] } },
			{
				extends: true,
				test: {
					name: "in a document",
					environment: "jsdom",
					isolate: false,
					include: ["src/**/*.test.tsx"],
					exclude: BY_THEMSELVES,
				},
			},
			{ extends: true, test: { name: "by themselves", environment: "jsdom", include: BY_THEMSELVES } },
		],
	},
}));
