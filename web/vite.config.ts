import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig(({ command }) => ({
	base: command === "build" ? "/static/" : "/",
	plugins: [react(), tailwindcss()],
	server: { proxy: { "/api": "http://127.0.0.1:8735", "/admin": "http://127.0.0.1:8735" } },
	test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
}));
