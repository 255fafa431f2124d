import { START } from "../../../tests/log";
import { House, WARM } from "../../../tests/nursery";
import { addDays } from "../calendar/day";
import { breedingOf } from "../catalogue/breeding";
import { speciesOf } from "../catalogue/species";
import { bellShaped, seeded } from "../chance/seeded";
import { COCOON_SHARE } from "../matter/figures";
import { clearing } from "./acts";
import { areaOfTub, courseOf } from "./cohorts";
import { enoughBy } from "./enough";
import { bedOfRoomC, SURVIVES } from "./growth";
import { ordersAhead, supplyAhead } from "./orders";
import { orderOf } from "../../../tests/log";
import { wormsFor } from "./setting";

/* The loop closed: a stocking plan is followed to its day in nurseries that lay, hatch and lose as nature has it. */

const FETIDA = speciesOf("fetida");
const BY = addDays(START, 170);
const WANTED_KG = 9;
const CYCLE = 24;

/** One nursery kept by the plan: set on its first day, sieved and counted each cycle, until its last setting. */
function kept(seed: string) {
  const chance = seeded(seed);
  const laying = Math.max(0.3, 1 + 0.28 * bellShaped(chance));
  const lives = SURVIVES.low + (SURVIVES.high - SURVIVES.low) * ((chance() + chance()) / 2);
  const house = new House(0);
  const tub = new House(1).tubs[0]!;
  const size = { grown: wormsFor(tub).count, cycleDays: CYCLE, areaM2: areaOfTub(tub) };
  const plan = enoughBy({ wormsKg: WANTED_KG, by: BY }, size, FETIDA, WARM, START);
  if (!plan.ok) throw new Error(plan.problem.code);
  for (let nth = 1; nth <= plan.value.tubs; nth += 1) house.tubs.push({ ...tub, id: `tub-${nth}` as never });
  const { cocoonsPerAdultWeek, warmthFactor } = breedingOf("fetida");
  for (let cycle = 0; cycle < plan.value.cycles; cycle += 1) {
    const [set, cleared] = [addDays(START, cycle * CYCLE), addDays(START, (cycle + 1) * CYCLE)];
    const ids = Array.from({ length: plan.value.tubs }, (_, nth) => `tub-${nth + 1}`);
    for (const id of ids) house.set(id, size.grown, set, CYCLE);
    const full = house.today(cleared).filter(({ tub: { role } }) => role === "tub");
    house.write(clearing(full, { how: "sieved", day: cleared, grown: new Map(), trays: "each" }, house.newId), cleared); // prettier-ignore
    for (const id of ids) {
      const each = Math.max(0.2, 1 + 0.1 * bellShaped(chance));
      const laid = (laying * each * size.grown * cocoonsPerAdultWeek * COCOON_SHARE * warmthFactor(bedOfRoomC(WARM, set)) * CYCLE) / 7; // prettier-ignore
      house.say(id, { kind: "tubCounted", of: "cocoons", count: Math.round(laid / 16), fraction: 1 / 16 }, cleared); // prettier-ignore
    }
  }
  // What truly lives by the day: as the cohorts have it, with this nursery's own survival.
  const grown = house.today(BY).reduce((sum, one) => sum + (courseOf(one)?.grownOn(BY) ?? 0), 0) * (lives / SURVIVES.middle); // prettier-ignore
  return { house, grown, plan: plan.value };
}

test("a stocking plan that is followed is met in about nine nurseries of ten, and what was promised of it was foretold", () => {
  const worlds = Array.from({ length: 16 }, (_, nth) => kept(`world ${nth}`));
  const promised = Math.round((1000 * WANTED_KG) / FETIDA.adultG);
  const met = worlds.filter(({ grown }) => grown >= promised).length;
  expect(met).toBeGreaterThanOrEqual(13);
  // Not by far too many tubs: the plan is no lavish one.
  const mean = worlds.reduce((sum, { grown }) => sum + grown, 0) / worlds.length;
  expect(mean).toBeLessThan(2.6 * promised);
  // Once all was counted, the forecast holds what came in most worlds, and an order stands as it will turn out.
  const order = orderOf({ purpose: "bed", amount: { massKg: WANTED_KG, measuredBy: "guessed" }, dueOn: BY });
  let held = 0;
  let rightly = 0;
  for (const { house, grown } of worlds) {
    const today = addDays(START, 120);
    const supply = supplyAhead(house.today(today), "fetida", today, BY);
    const last = supply.days.findLast(({ on }) => on <= BY)!.heads;
    held += grown >= 0.95 * last.low && grown <= 1.05 * last.high ? 1 : 0;
    const { is } = ordersAhead([order], supply, "fetida", today)[0]!;
    rightly += is === "inTime" ? Number(grown >= promised) : is === "late" || is === "unseen" ? Number(grown < 1.35 * promised) : 1; // prettier-ignore
  }
  expect(held).toBeGreaterThanOrEqual(13);
  expect(rightly).toBeGreaterThanOrEqual(15);
});
