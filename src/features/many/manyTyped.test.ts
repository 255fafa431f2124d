import { BIN_ROW, CLIMATE, newTub, START } from "../../../tests/log";
import { binSchema } from "@/records/bin";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import type { BinToday } from "@/core/round/round";
import { emptyMany, readMany } from "./manyTyped";

const TODAY = addDays(START, 40);
const bins = ["b1", "b2", "b3"].map((id): BinToday => {
  const state = replay(newTub());
  return {
    bin: binSchema.parse({ ...BIN_ROW, id, name: id }),
    state,
    expectation: simpleExpectation(state, CLIMATE, TODAY),
    decision: { verdict: "leave", steps: [], nextDay: TODAY, cautions: [] },
  };
});
const read = (own: Readonly<Record<string, string>>, units: "metric" | "us" = "metric") =>
  readMany({ ...emptyMany(TODAY, ["b1", "b2", "b3"], "warmth"), own }, bins, {
    today: TODAY,
    units,
    containers: [],
  });
const warmths = (own: Readonly<Record<string, string>>, units: "metric" | "us" = "metric") =>
  read(own, units).lines.map(({ facts, problem, fault }) => {
    const fact = facts?.[0];
    const reading = fact?.kind === "looked" ? fact.readings[0] : undefined;
    return reading?.of === "temperature"
      ? Math.round(reading.temperatureC * 10) / 10
      : (problem?.code ?? (fault ? "fault" : "none"));
  });

test("temperatures of several bins are typed one beside the other, in the keeper's unit or another, empty ones left out", () => {
  expect(warmths({ b1: "18.5", b2: "64 °F" })).toEqual([18.5, 17.8, "many/no-amount"]);
  expect(warmths({ b1: "64", b3: "18 °C" }, "us")).toEqual([17.8, "many/no-amount", 18]);
  expect(warmths({ b1: "warm", b2: "76", b3: "-20" })).toEqual([
    "fault",
    "many/no-bed-so-warm",
    "many/no-bed-so-warm",
  ]);
  expect(read({ b1: "18" }).faults).toEqual({});
});

test("nothing goes into a bin on a day on which it did not exist yet", () => {
  const young = bins.map((one) =>
    one.bin.id === "b3" ? { ...one, bin: { ...one.bin, firstDay: addDays(TODAY, -5) } } : one,
  );
  const codes = (day: number) =>
    readMany(
      { ...emptyMany(TODAY, ["b1", "b2"], "takeOut"), day: addDays(TODAY, day), to: "bin", toBinId: "b3", sharing: "each", amount: "200 g" },
      young,
      { today: TODAY, units: "metric", containers: [] },
    ).lines.map(({ problem, elsewhere }) => problem?.code ?? elsewhere?.map(({ binId }) => binId)); // prettier-ignore
  expect(codes(-10)).toEqual(["many/receiver-not-yet", "many/receiver-not-yet"]);
  expect(codes(-2)).toEqual([["b3"], ["b3"]]);
});
