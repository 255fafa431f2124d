import { doDeed } from "@/core/twin/ensemble/deed";
import { newEnsemble } from "@/core/twin/ensemble/ensemble";
import { TOTE } from "@/core/twin/engine/twinBin";
import { twinSpecies } from "@/core/twin/engine/library";
import { P } from "@/core/twin/engine/parameters";
import { AT, STRIDE } from "@/core/twin/engine/state";
import { forStep, saturation, step } from "@/core/twin/engine/step";

/**
 * For `npm run bench`, which runs it in the browser the app runs in: times the inner loop on an ensemble and gives what a
 * version in another language needs to do the same sums: the state before, the state after, the constants.
 */
const SIZE = 400;
const DAYS = 365;
const species = twinSpecies("fetida");
const around = {
  species,
  otherLiveG: 0,
  otherHunger: 0,
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
  rainG: 0,
  airKPa: 0.55 * saturation(20),
};
function begin() {
  const ensemble = newEnsemble({
    bin: TOTE,
    place: { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.55 },
    startDayOfYear: 0,
    size: SIZE,
    seed: 1,
  });
  doDeed(ensemble, { event: { kind: "bed", id: "cardboard", g: 1200 }, key: "card" });
  doDeed(ensemble, { event: { kind: "bed", id: "coir", g: 1000 }, key: "coir" });
  doDeed(ensemble, { event: { kind: "water", g: 5200 }, key: "water" });
  doDeed(ensemble, { event: { kind: "castings", g: 300 }, key: "castings" });
  doDeed(ensemble, { event: { kind: "worms", g: 450 }, key: "worms" });
  doDeed(ensemble, { event: { kind: "food", id: "mixed", g: 500, preparation: "chopped" }, key: "food" });
  return ensemble;
}
const before = [...begin().state];
let ms = Infinity;
let after: Float64Array = new Float64Array();
for (let round = 0; round < 8; round += 1) {
  const { state, views } = begin();
  const own = views[0]!;
  const started = performance.now();
  for (let day = 0; day < DAYS; day += 1)
    for (let member = 0; member < SIZE; member += 1) step(own[member]!, around, 1);
  ms = Math.min(ms, performance.now() - started);
  after = state;
}
const { warmthC, ...rest } = species;
globalThis.postMessage({
  before,
  after: [...after],
  fields: { ...AT },
  stride: STRIDE,
  parameters: { ...P },
  species: { ...rest, warmthC: [...warmthC] },
  members: SIZE,
  days: DAYS,
  ms,
});
