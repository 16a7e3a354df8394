import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import tseslint from "typescript-eslint";

export default defineConfig(
  { ignores: ["dist", "node_modules", "src/api/schema.d.ts", "worker"] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  hooks.configs.flat["recommended-latest"],
  {
    languageOptions: { parserOptions: { projectService: { allowDefaultProject: ["eslint.config.js", "vitest.config.ts"] } } },
    rules: {
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
    },
  },
);
