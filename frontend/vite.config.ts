import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** The service worker beside the screens, with the list of the files it keeps. */
function serviceWorker(): Plugin {
  return {
    name: "service-worker",
    generateBundle(_, bundle) {
      const files = Object.keys(bundle).filter((name) => name.startsWith("assets/")).map((name) => `/${name}`).sort();
      const build = createHash("sha256").update(files.join("\n")).digest("hex").slice(0, 12);
      const source = readFileSync("worker/service-worker.js", "utf8").replace("__FILES__", JSON.stringify(files)).replace("__BUILD__", build);
      this.emitFile({ type: "asset", fileName: "service-worker.js", source });
    },
  };
}

export default defineConfig({
  plugins: [react({ compiler: true }), serviceWorker()],
  // Nothing inlined: the content security policy allows files of our own alone.
  build: { assetsInlineLimit: 0, target: "es2022", modulePreload: { polyfill: false }, chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": "http://127.0.0.1:8490" } },
});
