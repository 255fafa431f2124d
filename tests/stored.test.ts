import { createHash } from "node:crypto";
import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import type { FollowedKind } from "@/core/fold/folds";
import { foldRows } from "@/core/fold/folds";
import { effectiveEntries } from "@/core/log/effective";
import { BOOKS_BY, FOLD_VERSIONS, FORECAST_BY, SCRIPT_BY, TWIN_MODEL } from "@/core/stored/versions";
import { twinExpectation } from "@/core/twin/ahead/expect";
import { scriptOf } from "@/core/twin/log/script";
import type { Entry } from "@/records/entry";
import { readEntry } from "@/records/entry";
import { PUT_IN } from "@/vocabulary/deeds";
import { SYSTEMS } from "@/vocabulary/setup";
import { packed } from "@/workers/books";
import { LOG, LOT_LOG, TUB_LOG } from "./everyKind";
import { CLIMATE, entry, kilograms, look, meal, newTub, setupOf, START } from "./log";
import { brought } from "./twinLog";

/*
 * What is kept of a log is named by a digest of what its fold gives here, over every kind and version of entry and every kind
 * of bin. Who changes a fold, the books, the model or what it says changes a digest and with it the name: `npm run versions`
 * writes the new ones, and nothing that was kept under the old is believed any more.
 */

/** To nine figures: another engine may differ in the sixteenth. */
const digestOf = (value: unknown): string =>
  createHash("sha256")
    .update(
      JSON.stringify(value, (_, inner: unknown) =>
        typeof inner === "number"
          ? Number(inner.toPrecision(9))
          : ArrayBuffer.isView(inner)
            ? Array.from(inner as Float64Array)
            : inner,
      ) ?? "",
    )
    .digest("hex")
    .slice(0, 12);

const released = readdirSync("src/records/entry")
  .filter((name) => name.endsWith(".fixture.json"))
  .toSorted()
  .flatMap((name) =>
    (JSON.parse(readFileSync(`src/records/entry/${name}`, "utf8")) as unknown[]).map((raw) => {
      const read = readEntry(raw);
      if (!read.ok) throw new Error(`${name}: ${read.problem.code}`);
      return read.value;
    }),
  );
/** What everyKind says once is said here in each of its ways: what a receipt brings, what a dose is, in litres as in kilograms. */
const AMENDMENTS = ["eggshell-powder", "agricultural-lime", "grain-meal", "pumice", "sand-grit", "perlite"];
const ways: readonly Entry[] = [
  ...PUT_IN.flatMap((what) => [
    entry({ kind: "received", what, amount: kilograms(1.7), compartment: "c1" }),
    entry({ kind: "received", what, amount: { volumeL: 2.3, measuredBy: "volume" } }),
  ]),
  ...AMENDMENTS.map((materialId) => entry({ kind: "dosed", materialId, amount: kilograms(0.11) })),
  ...(["contents", "food", "liquid", "pests", "minerals"] as const).map((what) =>
    entry({ kind: "removed", what, amount: kilograms(0.2) }),
  ),
];
const ofBins = [...released, ...LOG, ...ways].filter(({ subject }) => subject.kind === "bin");

let named = 0;
/** A log as of one bin: its rows in this order, whatever they were called and whenever they were written. */
const asLog = (rows: readonly Entry[]): Entry[] =>
  rows.map((one, at) => {
    named += 1;
    return { ...one, id: `e${named}`, rowId: `r${named}`, seq: at + 1, revision: 1 } as unknown as Entry;
  });
/** Each entry by itself in the middle of a bin's life, so that none hides what another does. */
const lives = (): readonly (readonly Entry[])[] => {
  named = 0;
  const around = (setup: ReturnType<typeof setupOf>, middle: readonly Entry[]) =>
    asLog([
      ...newTub(0.6, setup),
      meal(0.4, 1, 8),
      look([{ of: "squeeze", squeeze: "fewDrops" }, { of: "foodLeft", foodLeft: "half", place: 1 }], 14),
      ...middle,
      look([{ of: "smell", smell: "earthy" }, { of: "foodLeft", foodLeft: "little", place: 1 }], 30),
      meal(0.3, 2, 31),
    ]); // prettier-ignore
  return [
    ...SYSTEMS.map((system) => around(setupOf(system), [])),
    ...ofBins.map((one) => around(setupOf("tub"), [{ ...one, day: addDays(START, 20) }])),
    // And all of them in one life, as they followed one another.
    around(setupOf("trayStack"), ofBins.map((one) => ({ ...one, day: addDays(START, 20) }))),
  ]; // prettier-ignore
};
const CLIMATES = { "room-1": CLIMATE };

const folded = (kind: FollowedKind, logs: readonly (readonly Entry[])[]) =>
  digestOf(logs.map((log) => foldRows(kind, log).state));
const ofKind = (kind: string, more: readonly Entry[]) => [
  asLog([...released, ...more].filter(({ subject }) => subject.kind === kind)),
];
const TWINS = [
  newTub(0.5),
  newTub(0.8, setupOf("trayStack")),
  newTub(2, setupOf("trough")),
  newTub(1.2, setupOf("flowThrough")),
].map((start) =>
  asLog([
    ...start,
    meal(0.4, 1, 8),
    look([{ of: "squeeze", squeeze: "manyDrops" }, { of: "foodLeft", foodLeft: "most", place: 1 }], 16),
    ...[...LOG, ...ways].flatMap((one, at) =>
      ["received", "dosed", "removed", "watered", "harvested"].includes(one.kind)
        ? [{ ...one, compartment: undefined, day: addDays(START, 17 + (at % 20)) }]
        : [],
    ),
    look([{ of: "temperature", temperatureC: 21 }, { of: "handful", count: 9, volumeL: 0.25 }, { of: "smell", smell: "sour" }], 38),
    meal(0.5, 2, 38),
  ].toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))),
); // prettier-ignore

/** The name of each stored thing, by what its fold gives today. */
function namesOfNow() {
  const logs = lives();
  const nows = TWINS.map((log) => brought(log, 42, { size: 24 }));
  return {
    bins: `bins-${folded("bins", logs)}`,
    batches: `batches-${folded("batches", ofKind("batch", logs[0]!.map((one) => ({ ...one, subject: { kind: "batch", id: "b" } }) as unknown as Entry)))}`,
    lots: `lots-${folded("lots", ofKind("lot", LOT_LOG))}`,
    tubs: `tubs-${folded("tubs", ofKind("tub", TUB_LOG))}`,
    books: `books-${digestOf(logs.map((log) => packed(log, log.length)).map(({ books, lines }) => [books, lines]))}`,
    script: `script-${digestOf(logs.map((log) => scriptOf(effectiveEntries(log), CLIMATES)))}`,
    twin: `twin-${digestOf(nows.map(({ ensemble }) => ensemble.state))}`,
    forecast: `forecast-${digestOf(nows.map((now) => ({ ...twinExpectation(now, addDays(START, 42)), engine: "" })))}`,
  }; // prettier-ignore
}

test("what is kept of logs bears the name of what its fold gives today (else: npm run versions)", () => {
  const now = namesOfNow();
  if (process.env.WRITE_VERSIONS) {
    const file = "src/core/stored/versions.ts";
    const text = readFileSync(file, "utf8");
    writeFileSync(
      file,
      Object.entries(now).reduce(
        (said, [what, name]) => said.replace(new RegExp(`"${what}-[0-9a-f]+"`), `"${name}"`),
        text,
      ),
    );
    return;
  }
  expect({
    ...FOLD_VERSIONS,
    books: BOOKS_BY,
    script: SCRIPT_BY,
    twin: TWIN_MODEL,
    forecast: FORECAST_BY.split(" ")[1],
  }).toEqual(now);
});

test("no kind of entry can be folded otherwise unseen: without it, or with twice its amounts, every digest it has a part in is another", () => {
  const logs = lives();
  const doubled = (value: unknown): unknown =>
    JSON.parse(
      JSON.stringify(value, (key, inner: unknown) =>
        typeof inner === "number" && /Kg$|L$|^count$|^fraction$/.test(key) ? inner * 2 : inner,
      ),
    );
  /** Of the lives that hold such an entry, a few and the one that holds all. */
  const livesWith = (kind: string) => {
    const having = logs.filter((log) => log.some((one) => one.kind === kind));
    return [...having.slice(0, 5), ...having.slice(-1)];
  };
  const digests = (kind: string, change: (one: Entry) => readonly Entry[]) => {
    const changed = livesWith(kind).map((log) =>
      log.flatMap((one) => (one.kind === kind ? change(one) : [one])),
    );
    return {
      bins: digestOf(changed.map((log) => replay(log))),
      books: digestOf(changed.map((log) => packed(log, log.length).books)),
      script: digestOf(changed.map((log) => scriptOf(log, CLIMATES))),
    };
  };
  const unseen = (kind: string, change: (one: Entry) => readonly Entry[]) => {
    const asItIs = digests(kind, (one) => [one]);
    return Object.entries(digests(kind, change)).flatMap(([what, digest]) =>
      digest === asItIs[what as keyof typeof asItIs] ? [what] : [],
    );
  };
  const kinds = [...new Set(ofBins.map(({ kind }) => kind))].toSorted();
  const blind = Object.fromEntries(kinds.map((kind) => [kind, unseen(kind, () => [])]));
  // What a kind says is no part of books or script where it moves no matter.
  expect(Object.entries(blind).filter(([, what]) => what.includes("bins"))).toEqual([]);
  for (const kind of ["received", "dosed", "fed", "bedded", "seeded", "harvested", "removed", "tipped", "split", "watered", "emptied"]) {
    expect([kind, blind[kind]!.filter((what) => !(what === "books" && kind === "watered"))]).toEqual([kind, []]);
    if (kind === "emptied") continue;
    const more = unseen(kind, (one) => [doubled(one) as Entry]);
    expect([kind, more.filter((what) => !(what === "books" && kind === "watered"))]).toEqual([kind, []]);
  } // prettier-ignore
});
