import type { StatedFact } from "@/core/bin/beyond";
import { isBeyondReason } from "@/core/bin/beyond";
import { entry, kilograms, meal, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { materialOf } from "@/core/catalogue/material";
import { pieceIds } from "@/core/catalogue/pieces";
import { replay } from "@/core/bin/replay";
import { sayEntry } from "@/core/words/entry";
import type { SlipKind } from "@/session/errand";
import type { SlipContext, SlipTyped } from "./slipTyped";
import { emptySlip, slipFacts } from "./slipTyped";

const context: SlipContext = {
  state: replay([...newTub(), meal(0.4, 3, 20)]),
  firstDay: START,
  today: addDays(START, 30),
  units: "metric",
  containers: [],
};
const write = (slip: SlipKind, typed: Partial<SlipTyped>, units: "metric" | "us" = "metric") =>
  slipFacts(slip, { ...emptySlip(slip, context), ...typed }, { ...context, units });
const part = (amount: string, materialId = "coffee-grounds") => [
  { materialId, amount, preparation: "whole" as const },
];
const faults = (outcome: ReturnType<typeof write>) => (outcome.ok ? {} : outcome.problem.fields);

test("a meal goes to the place whose turn it is, in the units the keeper writes", () => {
  expect(write("fed", { parts: part("620") })).toMatchObject({
    ok: true,
    value: { facts: { place: 4, parts: [{ amount: { massKg: 0.62, typed: "620" } }] } },
  });
  expect(write("fed", { parts: part("2 cups") })).toMatchObject({
    ok: true,
    value: { facts: { parts: [{ amount: { volumeL: expect.closeTo(0.5, 5) as unknown } }] } },
  });
  expect(write("fed", { parts: part("6") }, "us")).toMatchObject({
    ok: true,
    value: { facts: { parts: [{ amount: { massKg: expect.closeTo(0.170097, 5) as unknown } }] } },
  });
});

test("a meal may be counted, or told by a container of one's own; a piece nobody knows is asked about", () => {
  const own = { ...context, containers: [{ name: "grey bucket", volumeL: 8 }] };
  const fed = (amount: string, materialId: string) => slipFacts("fed", { ...emptySlip("fed", own), parts: part(amount, materialId) }, own); // prettier-ignore
  expect(fed("3 pieces", "banana-peel")).toMatchObject({
    value: { facts: { parts: [{ amount: { massKg: 0.15, measuredBy: "guessed", typed: "3 pieces" } }] } },
  });
  expect(fed("half a piece", "cucumber")).toMatchObject({ value: { facts: { parts: [{ amount: { massKg: 0.175 } }] } } }); // prettier-ignore
  expect(fed("half a grey bucket", "coffee-grounds")).toMatchObject({ value: { facts: { parts: [{ amount: { volumeL: 4 } }] } } }); // prettier-ignore
  expect(fed("3 pieces", "coffee-grounds").ok).toBe(false);
  for (const id of pieceIds()) expect([id, materialOf("food", id).id]).toEqual([id, id]);
});

test("a harvest is gross less tare, and a tare above the gross is asked about", () => {
  expect(write("harvested", { gross: "3.2 kg", tare: "400 g" })).toMatchObject({
    ok: true,
    value: { facts: { grossKg: 3.2, tareKg: 0.4 } },
  });
  expect(faults(write("harvested", { gross: "400 g", tare: "3.2 kg" }))).toEqual({
    tare: expect.stringContaining("swapped") as string,
  });
});

test("each fault stands at its own field, all at once", () => {
  expect(
    Object.keys(faults(write("fed", { day: "2026-02-30", parts: [...part("some"), ...part("1,500 g")] }))),
  ).toEqual(["day", "part0", "part1"]);
  expect(faults(write("watered", { amount: "" }))).toEqual({ amount: "Write how much." });
  expect(faults(write("watered", { amount: "0" })).amount).toMatch(/not an amount/);
  expect(faults(write("measured", { moisture: "140" }))).toEqual({
    moisture: "Moisture lies between 1 and 98 %.",
  });
  expect(faults(write("measured", {})).temperature).toMatch(/at least one/);
  expect(faults(write("noted", { note: "  " })).note).toBeDefined();
});

test("no entry on a day that has not come or before the bin was there", () => {
  expect(faults(write("turned", { day: addDays(context.today, 1) })).day).toMatch(/not come/);
  expect(faults(write("turned", { day: addDays(START, -1) })).day).toMatch(/did not exist/);
});

test("what was given of an own material is said by its name", () => {
  expect(
    sayEntry(
      entry({
        kind: "fed",
        parts: [
          { materialId: "own-oat-pulp-k3xq", amount: kilograms(1.8), preparation: "whole", moisture: 0.7 },
        ],
      }),
      "metric",
    ).rest,
  ).toBe("1.8 kg oat pulp");
});

test("the bed worms move into is damp by itself; more bedding than the bin can hold is beyond reason", () => {
  const empty: SlipContext = { ...context, state: replay(newTub(0.5).slice(0, 1)) };
  const bed = (amount: string, isDamp?: boolean, units: "metric" | "us" = "metric") => {
    const typed = { ...emptySlip("bedded", empty), parts: part(amount, "cardboard-corrugated") };
    return slipFacts("bedded", isDamp === undefined ? typed : { ...typed, isDamp }, { ...empty, units });
  };
  expect(bed("4 kg")).toMatchObject({ ok: true, value: { facts: { parts: [{ moisture: expect.any(Number) as number }] } } }); // prettier-ignore
  // Four kilograms damp settle in a tub of 54 L; forty do not, nor eight of them dry.
  const isBeyond = (slip: ReturnType<typeof slipFacts>) => slip.ok && isBeyondReason(slip.value.facts as StatedFact, setupOf("tub")); // prettier-ignore
  expect([bed("4 kg"), bed("40 kg"), bed("8 kg", false), bed("90 lb", true, "us")].map(isBeyond)).toEqual([false, true, true, true]); // prettier-ignore
  expect(emptySlip("bedded", context).isDamp).toBe(false);
  // A cover is laid on top: it is not measured against the bin.
  const cover = { ...emptySlip("bedded", empty), isCover: true, parts: part("9 kg", "leaf-mould") };
  expect(isBeyond(slipFacts("bedded", cover, empty))).toBe(false);
});

test("someone else fed it: who, as it was typed, in the entry and in its words; nothing where it was the keeper", () => {
  const fed = write("fed", { parts: part("300 g"), helper: "  Mara from next door " });
  if (!fed.ok) throw new Error("not read");
  expect(fed.value.facts).toMatchObject({ helper: "Mara from next door" });
  expect(sayEntry(entry(fed.value.facts as never, 3), "metric").rest).toMatch(/coffee grounds.*, by Mara from next door$/);
  const own = write("fed", { parts: part("300 g"), note: " warm ", helper: " " });
  expect(own.ok && own.value.facts).toMatchObject({ note: "warm" });
  expect(own.ok && "helper" in own.value.facts).toBe(false);
}); // prettier-ignore
