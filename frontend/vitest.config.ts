/** The units beside the Python tests: they stand outside this folder, what they import stands in it. */
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const here = import.meta.dirname;

export default defineConfig({
  plugins: [
    react(),
    {
      name: "packages-of-this-folder",
      enforce: "pre",
      resolveId(id, importer) {
        return importer?.includes("/tests/frontend/") && !/^[./]/.test(id) ? this.resolve(id, `${here}/src/main.tsx`, { skipSelf: true }) : null;
      },
    },
  ],
  resolve: { alias: { "@": `${here}/src` } },
  server: { fs: { allow: [".."] } },
  test: { dir: "../tests/frontend", include: ["**/*.test.{ts,tsx}"], environment: "jsdom", setupFiles: ["../tests/frontend/set_up.ts"] },
});
