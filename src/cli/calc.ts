import { readFileSync } from "node:fs";
import { sayFault } from "@/core/calculators/calculator";
import { calculatorList, mostInputBytes, publishedSchema } from "@/core/calculators/published";
import { calculatorNamed } from "@/core/calculators/registry";

/**
 * `npm run --silent calc -- NAME < in.json` prints the result as JSON; without a name the list; `--schema NAME` its
 * JSON Schemas. Bad input: one sentence per fault on standard error, exit status 2.
 */
const refuse = (...sentences: string[]): never => {
  process.stderr.write(sentences.map((sentence) => `${sentence}\n`).join(""));
  process.exit(2);
};
const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
const named = (name: string) =>
  calculatorNamed(name) ?? refuse(`There is no calculator “${name}”. Without a name the list is printed.`);

const [first, second, ...more] = process.argv.slice(2);
if (more.length > 0 || (first !== "--schema" && second !== undefined))
  refuse("Usage: calc [NAME | --schema NAME], the input as JSON on standard input.");
if (first === undefined) {
  print(calculatorList());
} else if (first === "--schema") {
  print(publishedSchema(named(second ?? refuse("--schema wants the name of a calculator."))));
} else {
  const calculator = named(first);
  const bytes = readFileSync(0);
  if (bytes.length > mostInputBytes(calculator))
    refuse(`The input is over ${mostInputBytes(calculator) / 1_048_576} MB.`);
  const outcome = calculator.run(parsed(bytes.toString("utf8")));
  if (outcome.ok) print(outcome.value);
  else refuse(...outcome.problem.issues.map(sayFault));
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return refuse("The input is not JSON.");
  }
}
