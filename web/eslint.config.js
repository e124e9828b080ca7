import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/generated.ts"] },
  ...tseslint.configs.strict,
  { plugins: { "react-hooks": hooks }, rules: hooks.configs.recommended.rules },
  { rules: { "no-console": "error", "@typescript-eslint/no-non-null-assertion": "off" } },
  {
    // What the core always sends is not asked for twice.
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { project: true, tsconfigRootDir: import.meta.dirname } },
    rules: { "@typescript-eslint/no-unnecessary-condition": "error" },
  },
);
