import { entry, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { deedsFor } from "@/core/deed/deed";
import { sayDeed } from "@/core/deed/words";
import { SYSTEMS } from "@/vocabulary/setup";
import type { DeedTyped } from "./deedTyped";
import { deedOf, emptyDeed } from "./deedTyped";

const TODAY = addDays(START, 60);
const CONTAINERS = [
  { name: "jug", volumeL: 1.5 },
  { name: "sprayer", litresPerMin: 0.3 },
];
const read = (
  of: Parameters<typeof deedOf>[0],
  changes: Partial<DeedTyped> = {},
  system: Parameters<typeof setupOf>[0] = "tub",
  units: "metric" | "us" = "metric",
) => {
  const state = replay(newTub(0.5, setupOf(system)));
  const outcome = deedOf(of, { ...emptyDeed(of, state, TODAY), ...changes }, { state, firstDay: START, today: TODAY, units, containers: CONTAINERS, newId: "new" }); // prettier-ignore
  return outcome.ok ? outcome.value.deed : outcome.problem.fields;
};

test("every deed a bin can have is named, and opens without a fault of its own making", () => {
  for (const system of SYSTEMS)
    for (const of of deedsFor(replay(newTub(0.5, setupOf(system))), true)) {
      const { title, keep, done } = sayDeed(of, { system });
      expect([system, of, title.length > 3, keep.length > 3, done.length > 2]).toEqual([system, of, true, true, true]); // prettier-ignore
      expect(typeof read(of, {}, system)).toBe("object");
    }
  const retired = replay([...newTub(), entry({ kind: "altered", changes: { retired: true } }, 5)]);
  expect(deedsFor(retired, true)).toEqual(["useAgain"]);
});

test("amounts by scale, litres, a container of one's own or so many seconds; rain as its gauge is marked", () => {
  expect(read("water", { amount: "2 jugs" })).toMatchObject({ amount: { volumeL: 3, typed: "2 jugs" } });
  expect(read("water", { amount: "40 s", means: "sprayer" })).toMatchObject({ amount: { volumeL: 0.2 } });
  expect(read("putIn", { amount: "3 lb" })).toMatchObject({ amount: { massKg: expect.closeTo(1.3608, 3) as unknown } }); // prettier-ignore
  expect(read("rain", { length: "12" })).toMatchObject({ fellM: 0.012 });
  expect(read("rain", { length: "0.5" }, "tub", "us")).toMatchObject({ fellM: 0.0127 });
  expect(read("takeOut", { measure: "depth", length: "6", to: "store" })).toMatchObject({ from: "top", depthM: 0.06 }); // prettier-ignore
});

test("what cannot be read is said at its field and nothing is kept", () => {
  expect(read("water", { amount: "some" })).toMatchObject({ amount: expect.any(String) as unknown });
  expect(read("takeOut", { measure: "amount", amount: "" })).toEqual({ amount: "Write how much." });
  expect(read("takeOut", { measure: "share", to: "bin" })).toMatchObject({ toBin: expect.stringMatching(/Choose the bin/) as unknown }); // prettier-ignore
  expect(read("weigh", { gross: "4 kg", tare: "5 kg" })).toMatchObject({ tare: expect.stringMatching(/swapped/) as unknown }); // prettier-ignore
  expect(read("loosen", { day: "2099-01-01" })).toEqual({ day: "That day has not come yet." });
  expect(read("loosen", { day: "2020-01-01" })).toEqual({ day: "The bin did not exist on that day." });
});
