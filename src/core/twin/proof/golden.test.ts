import { CLIMATE, entry, kilograms, setupOf, START } from "../../../../tests/log";
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { replay } from "@/core/bin/replay";
import { BIN_FOLD } from "@/core/bin/version";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { readEntry } from "@/records/entry";
import { SCRIPT_BY, TWIN_MODEL } from "../engine/version";
import { bringToToday } from "../log/now";
import { scriptOf } from "../log/script";
import { twinExpectation } from "../ahead/expect";

/*
 * Stored states, standings and forecasts name the version of what made them. Who changes the fold or the model's
 * arithmetic sees it here: raise the version, then write the new sum beside it. Under an old name a new sum may not stand.
 */
const GOLDEN: Readonly<Record<string, string>> = {
  "fold-10": "8e338d78e3b9b6df",
  "script-1": "1adac6af528bee5d",
  "twin-7": "afd8db8e0f949846",
};

/** To nine figures: another engine may differ in the sixteenth. */
const sumOf = (value: unknown): string =>
  createHash("sha256")
    .update(
      JSON.stringify(value, (_, inner: unknown) =>
        typeof inner === "number" ? Number(inner.toPrecision(9)) : inner,
      ),
    )
    .digest("hex")
    .slice(0, 16);

/** Rows that never change: those kept with each version of the record. */
const kept = ["v1", "v2"].flatMap((version) =>
  (JSON.parse(readFileSync(`src/records/entry/${version}.fixture.json`, "utf8")) as unknown[]).map((raw) => {
    const read = readEntry(raw);
    if (!read.ok) throw new Error(read.problem.code);
    return read.value;
  }),
);
/** Every kind of entry, a day apart, after a set-up. */
const log: Entry[] = [
  entry({ kind: "altered", changes: setupOf("tub") }, 0),
  entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(6), moisture: 0.75 }] }, 0),
  entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.6) }] }, 1),
  ...kept
    .filter(({ kind }) => kind !== "altered" && kind !== "added")
    .map((one, at) => ({ ...one, day: addDays(START, 2 + at) })),
].map((one, at) => ({ ...one, id: `e${at}` }) as Entry);

test("the fold's states are those of its version", () => {
  const { entryCount, problems, ...state } = replay(log);
  expect({ [BIN_FOLD]: sumOf([entryCount, problems.map(({ code }) => code), state]) }).toEqual({
    [BIN_FOLD]: GOLDEN[BIN_FOLD],
  });
});

test("what a log says to the model is that of its version", () => {
  const said = sumOf(scriptOf(log, { "room-1": CLIMATE }));
  expect({ [SCRIPT_BY]: said }).toEqual({ [SCRIPT_BY]: GOLDEN[SCRIPT_BY] });
});

test("the model's standings and what it says are those of its version", () => {
  const today = addDays(START, 40);
  const now = bringToToday({
    binId: "golden",
    entries: log,
    climates: { "room-1": CLIMATE },
    today,
    size: 24,
  })!;
  const { moisture, temperatureC, wormsKg, places, castingsKg } = twinExpectation(now, today);
  const said = [Array.from(now.ensemble.state), moisture, temperatureC, wormsKg, places, castingsKg];
  expect({ [TWIN_MODEL]: sumOf(said) }).toEqual({ [TWIN_MODEL]: GOLDEN[TWIN_MODEL] });
});
