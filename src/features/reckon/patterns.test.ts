import { readFileSync } from "node:fs";
import { FLOW_WORDS } from "@/core/reckon/words";
import { contrast } from "../../../tests/contrast";
import type { Colours } from "@/ui/theme/colours";
import { CELLAR, DAYLIGHT } from "@/ui/theme/colours";

const CSS = readFileSync("src/features/reckon/Reckon.module.css", "utf8");
const fillOf = (kind: string): string =>
  new RegExp(`\\.stack i\\[data-kind="${kind}"\\],\\s*\\.legend i\\[data-kind="${kind}"\\] \\{\\s*background:([^;]+);`).exec(CSS)?.[1]?.replace(/\s+/g, " ").trim() ?? ""; // prettier-ignore
const KINDS = [...Object.keys(FLOW_WORDS), "standing", "breathed"];

test("every part of the books has a pattern of its own, whose ink and edge are seen in either light", () => {
  const fills = KINDS.map(fillOf);
  expect(fills.filter((fill) => fill === "")).toEqual([]);
  expect(new Set(fills).size).toBe(KINDS.length);
  for (const colours of [CELLAR, DAYLIGHT]) {
    expect(contrast(colours.quiet, colours.bench)).toBeGreaterThanOrEqual(3);
    for (const [nth, fill] of fills.entries()) {
      const inks = [...fill.matchAll(/var\(--(\w+)\)/g)].map(([, name]) => colours[name as keyof Colours]);
      const ground = inks.length > 1 ? inks.at(-1)! : colours.bench;
      expect([KINDS[nth], contrast(inks[0]!, ground) >= 3]).toEqual([KINDS[nth], true]);
    }
  }
});
