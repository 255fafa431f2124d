import { toJSONSchema } from "@/vocabulary/jsonSchema";
import type { Calculator } from "./calculator";
import { CALCULATORS } from "./registry";

/** The list as every door shows it. */
export const calculatorList = (): { readonly name: string; readonly purpose: string }[] =>
  CALCULATORS.map(({ name, purpose }) => ({ name, purpose }));

/** What goes in and comes out, as JSON Schema. */
export const publishedSchema = ({ name, input, output }: Calculator) => ({
  name,
  in: toJSONSchema(input, { io: "input" }),
  out: toJSONSchema(output),
});

/** Those that take a log, or a whole archive. */
const LONG: ReadonlySet<string> = new Set(["simulate", "decide"]);
export const isLong = ({ name }: Calculator): boolean => LONG.has(name);
/** Bytes of JSON a door takes: a year's log is longer than a sum. */
export const mostInputBytes = (calculator: Calculator): number => (isLong(calculator) ? 64 : 1) * 1_048_576;
