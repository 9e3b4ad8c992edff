import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const DOOR = "src/api/queries.test.tsx";
const STUDIO = "http://127.0.0.1:8735";

export default defineConfig(({ command }) => ({
	base: command === "build" ? "/static/" : "/",
	plugins: [react(), tailwindcss()],
	// What is put into the page itself the server's policy refuses: it lets in files of its own alone.
	build: { assetsInlineLimit: 0 },
	// The server compares where a change comes from with the host it was sent to, so that has to stay as the browser wrote it.
	server: { proxy: Object.fromEntries(["/api", "/admin"].map((path) => [path, { target: STUDIO, changeOrigin: false }])) },
	// A document takes longer to make than most tests do: only those that need one get it, and they share it. The door to
	// the server is loaded with another kind of request, so it is tested by itself.
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
					exclude: [DOOR],
				},
			},
			{ extends: true, test: { name: "the door", environment: "jsdom", include: [DOOR] } },
		],
	},
}));
