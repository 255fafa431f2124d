import { envelopes } from "@/core/twin/envelopes";

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
process.exit(rows.every(isWithin) ? 0 : 1);
