import { CLIMATE, START, tubEntry, tubOf } from "../../../tests/log";
import type { LocalDate } from "@/vocabulary/fields";
import { speciesOf } from "../catalogue/species";
import { addDays } from "../calendar/day";
import { sayEarly } from "../harvest/words";
import { enoughBy } from "../nursery/enough";
import { steadyFor } from "../nursery/steady";
import { sayChange } from "../reckon/words";
import {
  sayNoSteady,
  sayNoStocking,
  sayNotSet,
  sayOverdue,
  saySteady,
  sayStocking,
  sayTub,
} from "../nursery/words";
import { tubDue } from "../nursery/due";
import { broodDays } from "../nursery/growth";
import { tubState } from "../nursery/state";
import { rescueSteps, sayBalance, sayNoRescue, sayStage } from "../rescue/words";
import type { RescuePlan } from "../rescue/rescue";
import { saySeason } from "../round/yearBack";
import { sayWetAhead } from "../twin/ahead/words";
import { sayLiquid, sayUsualWater, sayWaterOfFood } from "../water/words";
import { saySpell } from "../weather/words";
import type { UnitSystem } from "../quantity/format";

/* What is said in one keeper's units names none of the other's, and no figure has more digits than it is known to. */

const METRIC = /\d ?(kg|g|mL|L|cm|mm|m²|°C)\b/;
const US = /\d ?(lb|oz|fl oz|qt|gal|cup|cups|tbsp|tsp|in|ft²|°F)\b/;
const SILLY = /\d\.\d{3}/;
const WARM = { ...CLIMATE, meanC: 22, swingK: 1 };
const FETIDA = speciesOf("fetida");

const plan: RescuePlan = {
  balance: { excessL: 6.213, soakableL: 1.0471, bedL: 22.38, freeL: 2.2 },
  stages: [
    { day: START, takeOutL: 7.8123, dryBeddingKg: 0.7213, moistureBefore: 0.8823, moistureAfter: 0.8312 },
    { day: addDays(START, 2), takeOutL: 0.2, dryBeddingKg: 0.31, moistureBefore: 0.8312, moistureAfter: 0.8 },
  ],
  outL: 7.8123,
  beddingKg: 1.0313,
  targetMoisture: 0.8,
  reachedOn: addDays(START, 2),
};

function spoken(units: UnitSystem): readonly string[] {
  const stocking = enoughBy({ wormsKg: 4.2, by: addDays(START, 300) }, { grown: 250, cycleDays: 24, areaM2: 0.12 }, FETIDA, WARM, START); // prettier-ignore
  if (!stocking.ok) throw new Error(stocking.problem.code);
  const spell = (against: "heat" | "frost" | "rain") =>
    saySpell(
      {
        binId: "b",
        against,
        from: addDays(START, 2),
        until: addDays(START, 4),
        worstOn: addDays(START, 3),
        ...(against === "rain" ? { rainL: 5.4321 } : { worstC: against === "heat" ? 34.567 : -1.234 }),
        isSure: against !== "rain",
        steps: [],
        guarded: [],
      },
      units,
      START,
    );
  return [
    ...sayStocking(stocking.value, units, START),
    sayNoStocking({ code: "stocking/too-cold", bedC: 6.789 }, units),
    ...[WARM, { ...WARM, meanC: 11, swingK: 9 }].flatMap((climate) => {
      const wanted = { kgPerWeek: 0.7321, from: addDays(START, 150) };
      const steady = steadyFor(wanted, { grown: 250, cycleDays: 24, areaM2: 0.12 }, FETIDA, climate, START);
      if (!steady.ok) throw new Error(steady.problem.code);
      return saySteady(steady.value, wanted, units, START);
    }),
    sayNoSteady({ code: "steady/too-cold", bedC: 6.789 }, units),
    sayEarly(
      "Quince",
      {
        kg: 3.4567,
        throughKg: 9.8765,
        lost: { wormsKg: 0.0123, cocoons: 1234 },
        ripe: { inDays: 33.3, lost: { wormsKg: 0.0045, cocoons: 456 } },
      },
      units,
      START,
    ),
    sayChange({ of: "moreWorms", name: "Quince", wormsKg: 0.4321, gainKg: 3.21 }, units, START),
    sayChange({ of: "feedingBed", name: "Quince", gainKg: 3.21 }, units, START),
    sayChange({ of: "pureed", name: "Quince", gainKg: 3.21 }, units, START),
    sayNotSet({ code: "set/too-many", count: 3000, usual: 250, areaM2: 0.12 }, units),
    sayBalance(plan, units),
    sayBalance({ ...plan, balance: { ...plan.balance, soakableL: 0 } }, units),
    ...plan.stages.map((stage) => sayStage(stage, units, START)),
    sayNoRescue({ code: "rescue/soaks-up", balance: plan.balance }, units),
    ...sayLiquid({ times: 4, everyDays: 7, eachL: 0.4321, lastOn: START, looked: "dark", turned: "darker" }, units, addDays(START, 3)),
    sayUsualWater({ season: "winter", litresPerWeek: 0.3517, weeks: 9 }, units, { name: "sprayer", litresPerMin: 0.31 }),
    sayWaterOfFood({ waterL: 1.2345, atOnceL: 0.4567, beddingKg: 0.2871, goes: "tray" }, units),
    sayWetAhead({ inDays: 19, change: { dryCardKg: 0.0623, mealKg: 0.7134 } }, units),
    saySeason({ season: "spring", fedKg: 12.345, wateredL: 3.217, harvestedKg: 4.5678, dry: 1, wet: 2, squeezes: 9, troubles: [{ sign: "smell sour", helped: "card" }], guarded: ["heat"] }, units),
    spell("heat"),
    spell("frost"),
    spell("rain"),
  ]; // prettier-ignore
}

test("metric sentences hold no pounds, US ones no kilograms, and none has silly digits", () => {
  for (const said of spoken("metric")) {
    expect(said).not.toMatch(US);
    expect(said).not.toMatch(SILLY);
  }
  for (const said of spoken("us")) {
    expect(said).not.toMatch(METRIC);
    expect(said).not.toMatch(SILLY);
  }
  expect(spoken("us").filter((said) => US.test(said)).length).toBeGreaterThan(10);
  for (const said of spoken("metric")) expect(said).toMatch(/[.:?]$|[a-z)]$/);
});

test("a rescue says each step that its bin needs and no other", () => {
  const steps = (drainage: "none" | "poor", isStanding: boolean) =>
    rescueSteps(plan, drainage, isStanding, "metric").join(" ");
  expect(steps("none", false)).toMatch(/drill four to six holes/);
  expect(steps("none", false)).not.toMatch(/Standing liquid/);
  expect(steps("poor", true)).toMatch(/^Standing liquid first, and without lifting/);
  expect(steps("poor", true)).toMatch(/Clear the holes or the tap/);
  expect(steps("poor", true)).not.toMatch(/drill/);
});

test("a tub says where it stands at each stage of its life", () => {
  const set = tubEntry({ kind: "tubSet", grown: { count: 250, measuredBy: "guessed" }, cycleDays: 24 }, 0);
  const filled = tubEntry({ kind: "trayFilled", fromId: "tub-9", fraction: 1, laidFrom: START, laidTo: addDays(START, 24), cocoons: { count: 900, lowCount: 780, highCount: 1030 } }, 24); // prettier-ignore
  const said = (
    log: ReturnType<typeof tubEntry>[],
    today: LocalDate,
    role: "tub" | "tray" = "tub",
    climate = WARM,
  ) => {
    const tub = tubOf({ role });
    const state = tubState(tub, log);
    const due = tubDue(tub, state, climate, today);
    const brood = state.brood && broodDays(state.brood, FETIDA, climate);
    const one = { tub, state, climate, ...(due ? { due } : {}), ...(brood ? { brood } : {}) };
    return [sayTub(one, today), sayOverdue(one, today)] as const;
  };
  expect(said([], START)[0]).toBe("empty, to be set today");
  expect(said([set], addDays(START, 3))[0]).toMatch(/^250 worms since 2 Mar, due /);
  expect(said([set], addDays(START, 30))[1]).toMatch(
    /no harm yet: the first cocoons hatch in place from about/,
  );
  expect(said([filled], addDays(START, 30), "tray")[0]).toMatch(
    /^about 900 \(780 to 1.000\) cocoons, 2.500 hatchlings to come, hatch .*, grown about/,
  );
  expect(said([filled], addDays(START, 30), "tray", { ...CLIMATE, meanC: 2, swingK: 0 })[0]).toMatch(
    /too cold to hatch$/,
  );
  const hatched = tubEntry({ kind: "tubCounted", of: "hatchlings", count: 60, fraction: 0.05 }, 70);
  expect(said([filled, hatched], addDays(START, 72), "tray")[0]).toMatch(
    /^about 1.200 \(.*\) hatchlings on 11 May/,
  );
});
