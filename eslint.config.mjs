import next from "eslint-config-next/core-web-vitals";
import prettier from "eslint-config-prettier";
import { defineConfig, globalIgnores } from "eslint/config";
import tseslint from "typescript-eslint";

/**
 * Who may import whom (docs/architecture.md): folder, our folders it may use, outside packages it may use. What is not
 * named is refused, so a new dependency of the core is a decision and not an accident.
 */
const LAYERS = [
  ["vocabulary", [], ["zod"]],
  ["records", ["vocabulary"], []],
  // Its rooms stand two deep, so what lies in another room is named from the house door.
  ["core", ["vocabulary", "records", "core"], []],
  ["archive", ["vocabulary", "records"], ["@noble/hashes"]],
  ["persistence", ["vocabulary", "records", "archive"], ["dexie"]],
  [
    "workers",
    ["vocabulary", "records", "core", "archive", "persistence", "demo"],
    ["comlink", "yalps", "papaparse"],
  ],
  ["demo", ["vocabulary", "records", "core", "archive"], []],
  [
    "session",
    ["vocabulary", "records", "core", "archive", "persistence", "workers"],
    ["react", "dexie-react-hooks", "nanoid", "comlink"],
  ],
  [
    "ui",
    ["vocabulary", "core"],
    [
      "react",
      "@mui",
      "@emotion",
      "echarts",
      "date-fns",
      "papaparse",
      "react-hook-form",
      "@hookform/resolvers",
    ],
  ],
  [
    "features",
    ["vocabulary", "records", "core", "archive", "persistence", "workers", "session", "ui"],
    ["react", "next", "@mui", "@dnd-kit", "qrcode", "tinykeys", "minisearch"],
  ],
  ["app", ["features", "ui", "offline", "server"], ["next", "react", "@mui", "@fontsource-variable"]],
  ["server", ["vocabulary", "core"], ["next", "node"]],
  ["offline", ["vocabulary"], ["react", "serwist"]],
  ["cli", ["vocabulary", "records", "core", "archive", "demo"], ["node"]],
];

const literally = (name) => name.replace(/[/.]/g, "\\$&");
const oneOf = (patterns) => (patterns.length > 0 ? patterns.join("|") : "(?!)");
const packages = (names) =>
  oneOf(names.map((name) => (name === "node" ? "node:.*" : `${literally(name)}(\\/.*)?`)));

const layerRules = LAYERS.map(([folder, ours, outside]) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  ignores: ["**/*.test.{ts,tsx}"],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: `^@\\/(?!(${oneOf(ours)})\\/)`,
            message: `src/${folder} may import from ours: ${ours.join(", ") || "nothing"}. Inside a folder, import relatively.`,
          },
          {
            // A feature never imports another feature: shared rules sink to core, widgets to ui, queries to persistence.
            regex: folder === "features" ? "^\\.\\.\\/" : "^\\.\\.\\/\\.\\.\\/",
            message:
              folder === "features"
                ? "A feature never imports another feature."
                : "No path climbs more than one step.",
          },
          {
            regex: `^(?!@\\/|\\.{1,2}\\/)(?!(${packages(outside)})$)`,
            message: `src/${folder} may use these packages only: ${outside.join(", ") || "none"}.`,
          },
        ],
      },
    ],
  },
}));

const NEW_DATE = {
  selector: "NewExpression[callee.name='Date']",
  message: "Days and instants are made in core/calendar.",
};
const TIMER = {
  selector: "CallExpression[callee.name=/^set(Timeout|Interval)$/]",
  message: "No timers here: time is an argument.",
};
const PURE = "src/{vocabulary,records,core,archive,demo}/**/*.ts";

/*
 * Rules that ask for types are the dear ones: each looks at what `tsc` has worked out already. Only those stand that say
 * what it does not: promises nobody waits for, and a switch with a case left out. No `any` is ours (`no-explicit-any`), and
 * what a parser or an answer gives is said to be something at once, so none is at large.
 */
const PARSED = {
  selector: ":not(TSAsExpression) > CallExpression[callee.object.name='JSON'][callee.property.name='parse']",
  message: "What is parsed is unknown: say what it is held to be (as unknown, as ...).",
};
const ANSWERED = {
  selector:
    ":not(TSAsExpression) > AwaitExpression > CallExpression[callee.property.name='json'][arguments.length=0]",
  message: "What is answered is unknown: say what it is held to be (as unknown, as ...).",
};

/** What has no hooks and no JSX is not asked about them: half of a long errand. */
const OF_REACT = Object.fromEntries(
  next
    .flatMap(({ rules = {} }) => Object.keys(rules))
    .filter((rule) => /^(react|react-hooks|jsx-a11y|@next\/next)\//.test(rule))
    .map((rule) => [rule, "off"]),
);

/** Rules that compile each component to look into it: in the long run (`LINT_LONG=1`), for they take a third of the errand. */
const OF_COMPILER = Object.fromEntries(
  Object.keys(OF_REACT)
    .filter((rule) => /^react-hooks\/(?!rules-of-hooks$|exhaustive-deps$)/.test(rule))
    .map((rule) => [rule, "off"]),
);

export default defineConfig([
  globalIgnores([
    ".next/**",
    "node_modules/**",
    "public/**",
    "next-env.d.ts",
    "playwright-report/**",
    "test-results/**",
    "bench-out/**",
    "coverage/**",
  ]),
  ...next,
  ...(process.env.LINT_LONG ? [] : [{ files: ["**/*.{ts,tsx}"], rules: OF_COMPILER }]),
  {
    files: [
      "src/{vocabulary,records,core,archive,persistence,demo,cli,server}/**/*.ts",
      "{e2e,scripts,tests}/**/*.{ts,mjs}",
      "src/**/*.test.{ts,tsx}",
    ],
    rules: OF_REACT,
  },
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.recommended],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/await-thenable": "error",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["**/*.test.{ts,tsx}"],
    rules: { "no-restricted-syntax": ["error", NEW_DATE, PARSED, ANSWERED] },
  },
  {
    files: [PURE],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-syntax": ["error", NEW_DATE, TIMER, PARSED, ANSWERED],
      "no-restricted-globals": [
        "error",
        "window",
        "document",
        "navigator",
        "indexedDB",
        "localStorage",
        "fetch",
        "performance",
      ],
      "no-restricted-properties": [
        "error",
        { object: "Date", property: "now", message: "The time of recording is an argument." },
        { object: "Math", property: "random", message: "Chance comes from a seeded generator." },
      ],
    },
  },
  {
    files: ["src/core/calendar/**/*.ts"],
    rules: { "no-restricted-syntax": ["error", TIMER, PARSED, ANSWERED] },
  },
  ...layerRules,
  prettier,
]);
