import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const STUDIO = "http://127.0.0.1:8735";

export default defineConfig(({ command }) => ({
	base: command === "build" ? "/static/" : "/",
	plugins: [react(), tailwindcss()],
	// The server compares where a change comes from with the host it was sent to, so that has to stay as the browser wrote it.
	server: { proxy: Object.fromEntries(["/api", "/admin"].map((path) => [path, { target: STUDIO, changeOrigin: false }])) },
	// A document takes longer to make than most tests do: only those that need one get it.
	test: {
		projects: [
			{ extends: true, test: { name: "plain", environment: "node", include: ["src/**/*.test.ts"] } },
			{ extends: true, test: { name: "in a document", environment: "jsdom", include: ["src/**/*.test.tsx"] } },
		],
	},
}));
