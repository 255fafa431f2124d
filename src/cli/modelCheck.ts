import { envelopes } from "@/core/twin/proof/envelopes";
import { halfLives } from "@/core/twin/proof/halfLives";
import { TEMPO } from "@/core/twin/engine/materials";

/** `npm run model:check`: the behaviours the model must show, and what it shows; exit status 1 when one is left. */
const rows = envelopes();
const isWithin = (row: (typeof rows)[number]) => row.obtained >= row.from && row.obtained <= row.to;
console.table(
  rows.map((row) => ({
    envelope: row.no,
    behaviour: row.what,
    wanted: `${row.from}–${row.to}`,
    obtained: Number(row.obtained.toPrecision(3)),
    within: isWithin(row) ? "yes" : "NO",
  })),
);

const lives = halfLives();
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;
const groupsOf = (isListed: boolean) =>
  [...new Set(lives.filter((one) => one.isListed === isListed).map((one) => one.group))].sort();
console.log(`Half-lives of whole foods, days; the model's tempo is ${TEMPO} of the table's`);
console.table(
  [true, false].flatMap((isListed) =>
    groupsOf(isListed).map((group) => {
      const of = lives.filter((one) => one.group === group && one.isListed === isListed);
      const ratios = of.map((one) => one.modelDays / (TEMPO * one.tableDays));
      return {
        group,
        by: isListed ? "the model's list" : "rule",
        foods: of.length,
        "table, median": median(of.map((one) => one.tableDays)),
        "model, median": Number(median(of.map((one) => one.modelDays)).toFixed(1)),
        "model over table at tempo": `${Math.min(...ratios).toFixed(2)}–${Math.max(...ratios).toFixed(2)}`,
      };
    }),
  ),
);
process.exit(rows.every(isWithin) ? 0 : 1);
