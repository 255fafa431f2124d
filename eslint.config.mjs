import next from "eslint-config-next/core-web-vitals";
import prettier from "eslint-config-prettier";
import { defineConfig, globalIgnores } from "eslint/config";
import tseslint from "typescript-eslint";

/**
 * Who may import whom (docs/architecture.md). Each row: folder, our folders it may use, outside packages it may use.
 * Everything not named is refused, so a new dependency of the core is a decision and not an accident.
 */
const LAYERS = [
  ["vocabulary", [], ["zod"]],
  ["records", ["vocabulary"], []],
  ["core", ["vocabulary", "records"], ["convert"]],
  ["archive", ["vocabulary", "records"], ["@noble/hashes"]],
  ["persistence", ["vocabulary", "records", "archive"], ["dexie"]],
  ["workers", ["vocabulary", "records", "core", "archive", "demo"], []],
  ["ui", ["vocabulary", "core"], ["react", "@mui", "@emotion", "echarts"]],
  ["demo", ["vocabulary", "records", "core", "archive"], []],
  [
    "features",
    ["vocabulary", "records", "core", "archive", "persistence", "workers", "ui"],
    ["react", "next", "@mui", "dexie-react-hooks", "tinykeys"],
  ],
  ["app", ["features", "ui", "offline"], ["next", "react", "@mui", "@fontsource-variable"]],
  ["server", ["vocabulary"], ["next", "node"]],
  ["offline", ["vocabulary"], ["react", "serwist"]],
  ["cli", ["vocabulary", "records", "core", "archive", "demo"], ["node"]],
];
const FOLDERS = LAYERS.map(([folder]) => folder);

const escape = (name) => name.replace(/[/\-@.]/g, "\\$&");
const outsidePattern = (name) => (name === "node" ? "node:.*" : `${escape(name)}(/.*)?`);

const layerRules = LAYERS.map(([folder, ours, outside]) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  ignores: ["**/*.test.{ts,tsx}"],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: `^@/(?!(${ours.join("|") || "none"})/)`,
            message: `src/${folder} may import from ours: ${ours.join(", ") || "nothing"}. Inside a folder, import relatively.`,
          },
          {
            // A feature is a folder of its own; nothing climbs more than one step.
            regex: "^\\.\\./\\.\\./",
            message: "No path climbs more than one step: across folders use @/.",
          },
          {
            regex: `^(?!@/|\\.{1,2}/)(?!(${outside.map(outsidePattern).join("|") || "none"})$)`,
            message: `src/${folder} may use these packages only: ${outside.join(", ") || "none"}.`,
          },
        ],
      },
    ],
  },
}));

/** Today's date, the seed and the time of recording are arguments of the core, never read by it. */
const noHiddenInputs = {
  files: ["src/{vocabulary,records,core,archive,demo}/**/*.ts"],
  ignores: ["**/*.test.ts"],
  rules: {
    "no-restricted-globals": ["error", "window", "document", "navigator", "indexedDB", "localStorage", "fetch", "performance"],
    "no-restricted-properties": [
      "error",
      { object: "Date", property: "now", message: "The time of recording is an argument." },
      { object: "Math", property: "random", message: "Chance comes from a seeded generator." },
    ],
    "no-restricted-syntax": [
      "error",
      { selector: "CallExpression[callee.name=/^set(Timeout|Interval)$/]", message: "No timers in the core." },
    ],
  },
};
const daysInOnePlace = {
  files: ["src/**/*.{ts,tsx}"],
  ignores: ["src/core/calendar/**", "**/*.test.{ts,tsx}"],
  rules: {
    "no-restricted-syntax": [
      "error",
      { selector: "NewExpression[callee.name='Date']", message: "Days and instants are made in core/calendar." },
      { selector: "CallExpression[callee.name=/^set(Timeout|Interval)$/][callee.object.name='core']", message: "No timers in the core." },
    ],
  },
};

export default defineConfig([
  globalIgnores([".next/**", "node_modules/**", "public/**", "next-env.d.ts", "playwright-report/**", "test-results/**", "bench-out/**", "coverage/**"]),
  ...next,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/switch-exhaustiveness-check": ["error", { considerDefaultExhaustiveForUnions: true }],
    },
  },
  daysInOnePlace,
  noHiddenInputs,
  ...layerRules,
  {
    // A feature never imports another feature: shared rules sink to core, widgets to ui, queries to persistence.
    files: ["src/features/**/*.{ts,tsx}"],
    rules: { "import/no-cycle": "off" },
  },
  { files: ["src/{vocabulary,records}/**"], rules: { "max-lines": ["error", { max: 400, skipComments: true }] } },
  prettier,
]);

export { FOLDERS };
