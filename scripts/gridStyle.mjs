// The grid writes its variables, made of our theme, into a style of its own: what stands in it is worked out here, by the
// grid itself, so that the policy names it. Run by postbuild.mjs.
import { createHash } from "node:crypto";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "esbuild";

/** sha256 sources for a policy: of the style as a browser has it that mixes colours, and of one that does not. */
export async function gridStyleHashes(root, into) {
  const outfile = path.join(into, "grid-style.mjs");
  await build({
    stdin: {
      contents: `
        import { createElement as h } from "react";
        import { renderToStaticMarkup } from "react-dom/server";
        import { ThemeProvider } from "@mui/material/styles";
        import { useMaterialCSSVariables } from "./node_modules/@mui/x-data-grid/material/variables.mjs";
        import { theme } from "./src/ui/theme/theme";
        let told;
        const Ask = () => ((told = useMaterialCSSVariables()), null);
        renderToStaticMarkup(h(ThemeProvider, { theme, defaultMode: "system", noSsr: true }, h(Ask)));
        // As the grid writes it; who changes that hears of it from every walk through a list in a browser.
        const lines = Object.entries(told.variables).filter(([, value]) => value !== undefined);
        export const style = \`.MuiDataGridVariables-\${told.id}{\${lines.map(([key, value]) => \`\${key}:\${value};\`).join("")}}\`;
      `,
      resolveDir: root,
      loader: "ts",
    },
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    loader: { ".css": "empty" },
    define: { "process.env.NODE_ENV": '"production"' },
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
  const hashes = [];
  for (const supports of [true, false]) {
    globalThis.CSS = { supports: () => supports };
    const { style } = await import(`${pathToFileURL(outfile).href}?${supports}`);
    hashes.push(`'sha256-${createHash("sha256").update(style).digest("base64")}'`);
  }
  return hashes;
}
