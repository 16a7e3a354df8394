import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  // Nothing inlined: the content security policy allows files of our own alone.
  build: { assetsInlineLimit: 0, target: "es2022", modulePreload: { polyfill: false }, chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": "http://127.0.0.1:8490" } },
});
