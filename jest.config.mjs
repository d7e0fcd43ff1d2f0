/** Unit tests stand beside what they test; database tests end in .db.test.ts; browser tests live in e2e/. */
const swc = [
  "@swc/jest",
  {
    jsc: {
      target: "es2022",
      parser: { syntax: "typescript", tsx: true },
      transform: { react: { runtime: "automatic" } },
    },
    module: { type: "commonjs" },
  },
];
const shared = {
  testEnvironment: "node",
  // Handed in, not looked up in the test's own global each time, which makes loops over pixels several times slower.
  sandboxInjectedGlobals: ["Math", "Number", "Float64Array", "Float32Array", "Uint8Array", "Array"],
  transform: { "^.+\\.(t|j|mj)sx?$": swc },
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
  transformIgnorePatterns: ["/node_modules/(?!(ml-|d3-|internmap|is-any-array|intl-messageformat|@formatjs))"],
  modulePathIgnorePatterns: ["<rootDir>/\\.next", "<rootDir>/dist", "<rootDir>/\\.local"],
};
/** A file of tests as one script with all of ours that it imports. */
const bundled = { "\\.test\\.ts$": ["<rootDir>/scripts/bundled-test.cjs", swc[1]], ...shared.transform };
export default {
  testTimeout: 240_000,
  testSequencer: "<rootDir>/scripts/longest-first.cjs",
  cacheDirectory: "<rootDir>/.local/jest",
  projects: [
    {
      ...shared,
      displayName: "unit",
      globalSetup: "<rootDir>/scripts/jest-kernel.mjs",
      transform: bundled,
      testMatch: ["<rootDir>/{src,demo,scripts}/**/*.test.ts"],
      testPathIgnorePatterns: ["\\.db\\.test\\.ts$"],
    },
    { ...shared, displayName: "database", transform: bundled, testMatch: ["<rootDir>/{src,demo}/**/*.db.test.ts"] },
    { ...shared, displayName: "browser", testMatch: ["<rootDir>/e2e/**/*.test.ts"] },
    { ...shared, displayName: "seventh", testMatch: ["<rootDir>/scripts/**/*.check.ts"] },
    { ...shared, displayName: "firefox", testMatch: ["<rootDir>/e2e/**/*.check.ts"] },
  ],
};
