import { CLIMATE, entry, kilograms, setupOf } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { HERD_AT_RISK } from "@/core/expectation/expectation";
import type { Reading } from "@/records/entry";
import { AT, liveOf } from "../engine/state";
import { withReadings } from "../log/now";
import { herdAtRisk } from "./herdAtRisk";
import { sayHerdAtRisk } from "./words";

/* The fifth law of hearing: no silent death. */

const calm = fedTub(12, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
const frozen = { "room-1": { ...CLIMATE, meanC: -9, swingK: 0 } };

test("a herd that lives well is not doubted, nor one of which half was taken out or to which others were added", () => {
  expect(herdAtRisk(brought(calm, 92).ensemble).soon).toBeLessThan(HERD_AT_RISK);
  const taken = [...calm, entry({ kind: "wormsTaken", amount: kilograms(0.25) }, 88)];
  expect(herdAtRisk(brought(taken, 92).ensemble).soon).toBeLessThan(HERD_AT_RISK);
  const stocked = [
    ...calm,
    entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.3) }] }, 90),
  ];
  expect(herdAtRisk(brought(stocked, 92).ensemble).soon).toBeLessThan(HERD_AT_RISK);
});

test("a herd in deep frost is doubted now, is asked about, and living worms counted revive it", () => {
  const now = brought(calm, 92, { climates: frozen });
  const risk = herdAtRisk(now.ensemble);
  expect(risk.now).toBeGreaterThan(HERD_AT_RISK);
  expect(risk.soon).toBeGreaterThanOrEqual(risk.now);
  expect(sayHerdAtRisk({ herdAtRisk: risk })).toMatch(/^Are they still there\?.*count a handful/);
  const herd = ({ ensemble }: typeof now) =>
    ensemble.lines.reduce((sum, line) => sum + liveOf(line[0]!), 0) / ensemble.size;
  const counted: Reading = { of: "handful", count: 14, volumeL: 0.25 };
  const seen = withReadings(now, [counted]);
  expect(herd(seen)).toBeGreaterThan(5 * herd(now) + 50);
  expect(herdAtRisk(seen.ensemble).now).toBeLessThan(risk.now);
});

test("what will kill within four weeks is said as what may come", () => {
  const { ensemble } = brought(calm, 92);
  expect(sayHerdAtRisk({ herdAtRisk: herdAtRisk(ensemble) })).toBeUndefined();
  // Nobody wrote down that the heating failed: the bed stands at the edge of what they bear.
  for (const line of ensemble.lines) for (const s of line) s[AT.AIR] = -21;
  const risk = herdAtRisk(ensemble);
  expect(risk.now).toBeLessThan(HERD_AT_RISK);
  expect(risk.soon).toBeGreaterThan(HERD_AT_RISK);
  expect(sayHerdAtRisk({ herdAtRisk: risk })).toMatch(/^Will they last\?/);
});

test("worms that came into a bin which had stood empty and dry for weeks are not mourned", () => {
  const setup = entry({ kind: "altered", changes: setupOf("tub") }, 0);
  const bedding = { materialId: "cardboard-corrugated", amount: kilograms(3), moisture: 0.74 };
  const arrived = [
    setup,
    entry({ kind: "bedded", parts: [bedding] }, 20),
    entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.3) }] }, 21),
  ];
  for (const on of [22, 26, 32])
    expect(herdAtRisk(brought(arrived, on).ensemble).soon).toBeLessThan(HERD_AT_RISK);
});
