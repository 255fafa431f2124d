import { CLIMATE, START } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { forgiving, FORGIVING_DAYS, STRESSES } from "./forgiving";
import { sayForgiven } from "./words";

const asked = (climate = CLIMATE, log = fedTub(10), on = 78) =>
  new Map(
    forgiving(brought(log, on, { climates: { "room-1": climate } }), addDays(START, on), {
      "room-1": climate,
    }).map((one) => [one.stress, one]),
  );
const days = (one: ReturnType<typeof asked>, stress: (typeof STRESSES)[number]) =>
  one.get(stress)!.days ?? Infinity;

test("every stress is answered within the horizon or not at all, with what gives way first, and said in a sentence", () => {
  const found = asked();
  expect([...found.keys()]).toEqual([...STRESSES]);
  for (const one of found.values()) {
    expect(one.days === undefined).toBe(one.first === undefined);
    if (one.days !== undefined) expect(one.days).toBeLessThanOrEqual(FORGIVING_DAYS);
    expect(sayForgiven(one, "metric")).toMatch(/\.$/);
    expect(sayForgiven(one, "us")).not.toMatch(/°C/);
  }
});

test("a hot room bears less warmth than a cool one, a frosty one less cold; a dry bed less without water", () => {
  const hot = asked({ ...CLIMATE, meanC: 27 });
  const cool = asked({ ...CLIMATE, meanC: 12 });
  expect(days(hot, "warmer")).toBeLessThan(days(cool, "warmer"));
  expect(hot.get("warmer")!.first).toBe("heat");
  const frosty = asked({ ...CLIMATE, meanC: 6 });
  expect(days(frosty, "colder")).toBeLessThan(days(cool, "colder"));
  expect(frosty.get("colder")!.first).toBe("frost");
  const dry = asked({ ...CLIMATE, humidity: 0.3 }, [...fedTub(10), squeeze("noDrop", 78)]);
  const wet = asked({ ...CLIMATE, humidity: 0.9 }, [...fedTub(10), squeeze("manyDrops", 78)]);
  expect(days(dry, "noWater")).toBeLessThanOrEqual(days(wet, "noWater"));
  // Unfed in a warm room a herd dwindles sooner than in a cool one.
  expect(days(asked({ ...CLIMATE, meanC: 24 }), "noFood")).toBeLessThanOrEqual(days(cool, "noFood"));
});
