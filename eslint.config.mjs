import tseslint from "typescript-eslint";
import hooks from "eslint-plugin-react-hooks";
import regexp from "eslint-plugin-regexp";

export default tseslint.config(
  { ignores: ["src/kernel", "node_modules", ".next", ".next-test", "dist", ".local", "next-env.d.ts"] },
  ...tseslint.configs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: { ...hooks.configs["recommended-latest"].rules },
  },
  {
    // No pattern takes longer than its text is long: what arrives may be made to make it so.
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["**/*.test.ts"],
    plugins: { regexp },
    rules: { "regexp/no-super-linear-backtracking": "error", "regexp/no-super-linear-move": "error" },
  },
  {
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-require-imports": "off",
      "prefer-const": ["error", { destructuring: "all" }],
      "no-console": "off",
      eqeqeq: "error",
    },
  },
);
