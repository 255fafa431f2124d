import { writeFileSync } from "node:fs";
import { act, newEnsemble, oneMass } from "@/core/twin/ensemble";
import { twinSpecies } from "@/core/twin/library";
import { P } from "@/core/twin/parameters";
import { AT, STRIDE } from "@/core/twin/state";
import { forStep, saturation, step } from "@/core/twin/step";

/**
 * For `npm run bench`: times the inner loop on an ensemble and writes what a version in another language needs to do the
 * same sums: the state before, the state after, the constants. `stepSpeed FILE MEMBERS DAYS`.
 */
const [file = "step.json", members = "400", days = "365"] = process.argv.slice(2);
const size = Number(members);
const species = twinSpecies("fetida");
const around = {
  species,
  areaM2: 0.2,
  insulation: 1,
  ...forStep(0.7, 1),
  hasSump: false,
  sumpG: 0,
  evaporation: 0.35,
  air: 1,
  openFaces: 2,
  buriedM: 0,
  airC: 20,
  airKPa: 0.55 * saturation(20),
};
function begin() {
  const ensemble = newEnsemble({
    bin: {
      ...oneMass(0.2, 0.3),
      insulation: 1,
      drainage: "free",
      cover: "vented",
      speciesId: "fetida",
      sumpL: 0,
    },
    place: { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.55 },
    startDayOfYear: 0,
    size,
    seed: 1,
  });
  act(ensemble, { event: { kind: "bed", id: "cardboard", g: 1200 }, key: "card" });
  act(ensemble, { event: { kind: "bed", id: "coir", g: 1000 }, key: "coir" });
  act(ensemble, { event: { kind: "water", g: 5200 }, key: "water" });
  act(ensemble, { event: { kind: "castings", g: 300 }, key: "castings" });
  act(ensemble, { event: { kind: "worms", g: 450 }, key: "worms" });
  act(ensemble, { event: { kind: "food", id: "mixed", g: 500, preparation: "chopped" }, key: "food" });
  return ensemble;
}
const before = [...begin().state];
let best = Infinity;
let after: Float64Array = new Float64Array();
for (let round = 0; round < 8; round += 1) {
  const { state, views } = begin();
  const own = views[0]!;
  const started = process.hrtime.bigint();
  for (let day = 0; day < Number(days); day += 1)
    for (let member = 0; member < size; member += 1) step(own[member]!, around, 1);
  best = Math.min(best, Number(process.hrtime.bigint() - started) / 1e6);
  after = state;
}
const { warmthC, ...rest } = species;
writeFileSync(
  file,
  JSON.stringify({
    before,
    after: [...after],
    fields: AT,
    stride: STRIDE,
    parameters: P,
    species: { ...rest, warmthC: [...warmthC] },
    ms: best,
  }),
);
