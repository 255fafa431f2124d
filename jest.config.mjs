const base = {
  transform: {
    "^.+\\.m?[jt]sx?$": [
      "@swc/jest",
      {
        jsc: {
          target: "es2022",
          parser: { syntax: "typescript", tsx: true },
          transform: { react: { runtime: "automatic" } },
        },
      },
    ],
  },
  moduleNameMapper: {
    "\\.module\\.css$": "<rootDir>/tests/css-module.cjs",
    "\\.css$": "<rootDir>/tests/empty.ts",
    "^@fontsource.*$": "<rootDir>/tests/empty.ts",
    // Offers ES modules only to those who ask by `import`.
    "^@/(.*)$": "<rootDir>/src/$1",
  },
  // These ship as ES modules only.
  transformIgnorePatterns: ["/node_modules/(?!(@noble/hashes|yalps|nanoid|comlink|tinykeys)/)"],
  clearMocks: true,
};
/** @type {import('jest').Config} */
const config = {
  // A machine may be three times slower from one minute to the next.
  testTimeout: 60_000,
  projects: [
    {
      ...base,
      displayName: "core",
      testEnvironment: "node",
      testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/tests/**/*.test.ts"],
    },
    {
      ...base,
      displayName: "ui",
      testEnvironment: "<rootDir>/tests/jsdom-env.cjs",
      testMatch: ["<rootDir>/src/**/*.test.tsx"],
      setupFilesAfterEnv: ["<rootDir>/tests/setup-ui.ts"],
    },
  ],
};
export default config;
