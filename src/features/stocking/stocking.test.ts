import { addDays } from "@/core/calendar/day";
import { START } from "../../../tests/log";
import { binId } from "@/vocabulary/fields";
import type { DeliveryContext, DeliveryTyped } from "./deliveryTyped";
import { deliveryFacts, emptyDelivery, readLots } from "./deliveryTyped";

const bin = (id: string, areaM2 = 0.2, wormsKg = 0) => ({
  id: binId.parse(id),
  name: id,
  firstDay: START,
  areaM2,
  wormsKg,
});
const context: DeliveryContext = {
  units: "metric",
  today: addDays(START, 30),
  bins: [bin("Quince"), bin("Bay", 0.1)],
};
const typed = (changes: Partial<DeliveryTyped> = {}): DeliveryTyped => ({
  ...emptyDelivery(context.today, "Quince"),
  lots: [{ species: "fetida", amount: "400 g" }],
  ...changes,
});
const faults = (changes: Partial<DeliveryTyped>, more: Partial<DeliveryContext> = {}) => {
  const outcome = deliveryFacts(typed(changes), { ...context, ...more });
  return outcome.ok ? {} : outcome.problem.fields;
};

test("by weight, by number, by area in metres and in feet, each as typed", () => {
  const lots = (amount: string, units: "metric" | "us" = "metric") =>
    readLots(typed({ lots: [{ species: "fetida", amount }] }), { ...context, units }).lots[0]?.amount;
  expect(lots("1 lb 2 oz")).toEqual({ massKg: expect.closeTo(0.51029, 5) as unknown });
  expect(lots("16", "us")).toEqual({ massKg: expect.closeTo(0.45359, 5) as unknown });
  expect(lots("1000 worms")).toEqual({ count: 1000 });
  expect(lots("2,000 per m2")).toEqual({ count: 400 });
  expect(lots("200 / ft2")).toEqual({ count: 431 });
});
test("by area counts the surface of every bin that shares", () => {
  const shares = [{ binId: "Quince", percent: "60" }, { binId: "Bay", percent: "40" }]; // prettier-ignore
  expect(
    readLots(typed({ lots: [{ species: "fetida", amount: "1000 per m2" }], shares }), context).lots[0]
      ?.amount,
  ).toEqual({ count: 300 });
});
test("each fault stands where it was made, and names the nearest that works", () => {
  expect(faults({ lots: [{ species: "fetida", amount: "" }] }).lot0).toMatch(/how many/);
  expect(faults({ lots: [{ species: "fetida", amount: "3 L" }] }).lot0).toMatch(/By weight/);
  expect(faults({ shares: [{ binId: "Quince", percent: "120" }] }).share0).toMatch(/0 to 100/);
  expect(
    faults({
      shares: [
        { binId: "Quince", percent: "50" },
        { binId: "Quince", percent: "50" },
      ],
    }).share1,
  ).toMatch(/twice/);
  expect(faults({ day: addDays(context.today, 1) }).day).toMatch(/not come/);
  expect(faults({ day: addDays(START, -1) }).day).toMatch(/did not exist/);
  expect(faults({ lots: [{ species: "fetida", amount: "3 kg" }] }).share0).toMatch(
    /Quince would hold 3 kg; the most .* 2\.4 kg/,
  );
});
test("two bins get their shares of both kinds, young ones noted; what is typed is kept where one bin takes all", () => {
  const lots = [{ species: "fetida" as const, amount: "400 g" }, { species: "hortensis" as const, amount: "100 worms" }]; // prettier-ignore
  const shared = deliveryFacts(
    typed({
      lots,
      young: "0.5",
      shares: [
        { binId: "Quince", percent: "75" },
        { binId: "Bay", percent: "25 %" },
      ],
    }),
    context,
  );
  expect(shared).toMatchObject({
    ok: true,
    value: {
      entries: [
        {
          binId: "Quince",
          facts: { immatureFraction: 0.5, worms: [{ amount: { massKg: 0.3 } }, { amount: { count: 75 } }] },
        },
        { binId: "Bay", facts: { worms: [{ amount: { massKg: 0.1 } }, { amount: { count: 25 } }] } },
      ],
    },
  });
  const alone = deliveryFacts(typed(), context);
  expect(alone).toMatchObject({
    ok: true,
    value: { entries: [{ facts: { worms: [{ amount: { massKg: 0.4, typed: "400 g" } }] } }] },
  });
});
