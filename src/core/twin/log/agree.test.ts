import { CLIMATE, entry, kilograms, litres, setupOf } from "../../../../tests/log";
import { replay } from "@/core/bin/replay";
import { setupAfter } from "@/core/bin/setupAfter";
import { daysBetween } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import { effectiveEntries } from "@/core/log/effective";
import { beddingPartMatter, feedPartMatter, liquidL } from "@/core/log/amount";
import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { System } from "@/vocabulary/setup";
import { doDeed } from "../ensemble/deed";
import { startTwin } from "../ensemble/run";
import { castingsOf, foodOf, liveOf } from "../engine/state";
import { scriptOf } from "./script";

/* Two readings of one log, the fold's and the model's script: over random logs they must tell the same story. */

const SYSTEMS: readonly System[] = ["tub", "trayStack", "trough", "flowThrough", "bath"];
const CLIMATES = { "room-1": CLIMATE, "room-2": { ...CLIMATE, meanC: 9 } };

function randomLog(seed: number): Entry[] {
  const chance = seeded(`agree/${seed}`);
  const pick = <T>(values: readonly T[]): T => values[Math.floor(chance() * values.length)]!;
  const setup = setupOf(pick(SYSTEMS));
  const log: Entry[] = [entry({ kind: "altered", changes: setup }, 0)];
  let now: BinSetup = setup;
  let day = 0;
  const add = (facts: Parameters<typeof entry>[0]) => {
    const next = entry(facts, day);
    now = setupAfter(now, next)!;
    log.push(next);
  };
  for (let n = 0; n < 40; n += 1) {
    day += Math.floor(chance() * 4);
    const compartment = chance() < 0.6 ? { compartment: pick(now.compartments).id } : {};
    const place = chance() < 0.7 ? { place: 1 + Math.floor(chance() * 3) } : {};
    const what = chance();
    const kg = Number((0.05 + chance()).toFixed(3));
    if (what < 0.3)
      add({ kind: "fed", ...compartment, ...place, parts: [{ materialId: pick(["melon-rind", "coffee-grounds"]), amount: kilograms(kg), preparation: "chopped" }] }); // prettier-ignore
    else if (what < 0.45)
      add({ kind: "bedded", ...compartment, parts: [{ materialId: "leaf-mould", amount: kilograms(kg), moisture: 0.7 }] }); // prettier-ignore
    else if (what < 0.55) add({ kind: "watered", amount: litres(kg) });
    else if (what < 0.6)
      add({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(kg / 3) }] });
    else if (what < 0.66) add({ kind: "removed", what: "food", ...compartment, ...place });
    else if (what < 0.7) add({ kind: "removed", what: "contents", amount: kilograms(kg) });
    else if (what < 0.74) add({ kind: "altered", changes: { roomId: pick(["room-1", "room-2"]) } });
    else if (what < 0.78) add({ kind: "covered", cover: pick(["open", "vented", "wetBlanket"]) });
    else if (what < 0.82) add({ kind: "rotated", order: now.compartments.map(({ id }) => id).toReversed() });
    else if (what < 0.85 && now.compartments.length < 8)
      add({
        kind: "added",
        position: 0,
        added: { ...now.compartments[0]!, id: `new-${n}`, name: `new ${n}` },
      });
    else if (what < 0.9) add({ kind: "turned" });
    else add({ kind: "looked", lid: "lifted", readings: [{ of: "squeeze", squeeze: "fewDrops" }] });
  }
  return log;
}

test("set-up, days and amounts come out alike in fold and script, over 120 random logs", () => {
  for (let seed = 0; seed < 120; seed += 1) {
    const log = effectiveEntries(randomLog(seed));
    const state = replay(log);
    const script = scriptOf(log, CLIMATES)!;
    const acts = script.days.flatMap((day) => day.deeds);
    const lastBuilt = acts.findLast(({ event }) => event.kind === "rebuilt")?.event;
    const rotated = acts.findLastIndex(({ event }) => event.kind === "rotated");
    const built = acts.findLastIndex(({ event }) => event.kind === "rebuilt");
    const ids = state.setup!.compartments.map(({ id }) => id as string);
    const known = (lastBuilt?.kind === "rebuilt" ? lastBuilt.bin : script.bin).compartments.map(
      ({ id }) => id,
    );
    expect([seed, [...known].sort()]).toEqual([seed, [...ids].sort()]);
    if (built > rotated) expect(known).toEqual(ids);
    expect(script.startDay).toBe(state.firstDay);
    expect(script.days.at(-1)!.day).toBe(daysBetween(state.firstDay!, state.lastDay!));
    const sum = (kind: "food" | "bed" | "water") =>
      acts.reduce((all, { event }) => all + (event.kind === kind ? event.g / 1000 : 0), 0);
    expect([seed, sum("food"), sum("bed"), sum("water")]).toEqual([
      seed,
      expect.closeTo(state.totals.fedKg, 9),
      expect.closeTo(state.totals.beddedKg, 9),
      expect.closeTo(state.totals.wateredL, 9),
    ]);
    // And both agree with the log itself, read by a third way.
    const told = log.reduce((all, one) => {
      if (one.kind === "fed") return all + one.parts.reduce((kg, part) => kg + feedPartMatter(part).wetKg, 0);
      if (one.kind === "bedded")
        return all + one.parts.reduce((kg, part) => kg + beddingPartMatter(part).wetKg, 0);
      return one.kind === "watered" ? all + liquidL(one.amount) : all;
    }, 0);
    expect(sum("food") + sum("bed") + sum("water")).toBeCloseTo(told, 9);
  }
});

test("food taken out is gone for the fold and for the model, there and nowhere else", () => {
  const log = [
    entry({ kind: "altered", changes: setupOf("tub") }, 0),
    ...[1, 2, 3].map(
      (place) =>
      entry({ kind: "fed", place, parts: [{ materialId: "melon-rind", amount: kilograms(0.4), preparation: "whole" }] }, 0), // prettier-ignore
    ),
    entry({ kind: "removed", what: "food", place: 2 }, 1),
  ];
  const state = replay(log);
  const left = (place: number) => state.places[`c1/${place}`];
  expect(left(2)).toMatchObject({ seen: { foodLeft: "none" } });
  expect([left(1)?.seen, left(3)?.seen]).toEqual([undefined, undefined]);
  const before = replay(log.slice(0, -1)).contents.c1!.foodDryKg * Math.exp(-Math.LN2 / 7);
  expect(state.contents.c1!.foodDryKg / before).toBeCloseTo(2 / 3, 6);

  const walk = startTwin({
    bin: scriptOf(log, CLIMATES)!.bin,
    place: { meanC: 18, swingC: 0, hottestDay: 200, humidity: 0.6 },
    startDayOfYear: 0,
    maturity: 0.5,
  });
  for (const place of [1, 2, 3])
    doDeed(walk.ensemble, {
      event: { kind: "food", id: "melon-rind", g: 400, preparation: "whole" },
      at: "c1",
      place,
      key: "",
    });
  const all = foodOf(walk.state);
  doDeed(walk.ensemble, { event: { kind: "foodTaken" }, at: "c1", place: 2, key: "" });
  expect(foodOf(walk.state) / all).toBeCloseTo(2 / 3, 6);
  doDeed(walk.ensemble, { event: { kind: "foodTaken" }, at: "c1", place: 2, key: "" });
  expect(foodOf(walk.state) / all).toBeCloseTo(2 / 3, 6);
  walk.apply({ kind: "foodTaken" });
  expect(foodOf(walk.state)).toBeCloseTo(0, 9);
  expect([castingsOf(walk.state), liveOf(walk.state)]).toEqual([0, 0]);
});
