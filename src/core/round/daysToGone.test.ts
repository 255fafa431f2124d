import { entry, kilograms, look, setupOf } from "../../../tests/log";
import { seeded } from "../chance/seeded";
import { daysToGone } from "./daysToGone";

const setup = setupOf("tub");
const fed = (materialId: string, preparation: string, on: number, place = 1, massKg = 0.2) =>
  entry({ kind: "fed", place, parts: [{ materialId, amount: kilograms(massKg), preparation }] }, on);
const left = (foodLeft: string, on: number, place = 1) => look([{ of: "foodLeft", foodLeft, place }], on);

test("what was seen says how long each food took, prepared so; grated goes before whole", () => {
  const log = [
    fed("carrot-parsnip", "grated", 0, 1), left("little", 4, 1), left("none", 6, 1),
    fed("carrot-parsnip", "whole", 0, 2), left("most", 6, 2), left("half", 10, 2), left("none", 12, 2),
    fed("carrot-parsnip", "grated", 20, 1), left("none", 24, 1),
  ]; // prettier-ignore
  const sorted = log.toSorted((a, b) => a.day.localeCompare(b.day));
  expect(daysToGone(sorted, setup)).toEqual([
    { materialId: "carrot-parsnip", preparation: "grated", days: 3.5, low: 2, high: 5, meals: 2, tableDays: 5.5 },
    { materialId: "carrot-parsnip", preparation: "whole", days: 11, low: 10, high: 12, meals: 1, tableDays: 14 },
  ]); // prettier-ignore
});

test("what was topped up, taken out, mixed of many or called a slip is not counted", () => {
  const alone = (log: Parameters<typeof daysToGone>[0]) => daysToGone(log, setup);
  expect(alone([fed("melon-rind", "whole", 0), fed("melon-rind", "whole", 3), left("none", 8)])).toEqual([]);
  expect(alone([fed("melon-rind", "whole", 0), entry({ kind: "removed", what: "food" }, 2), left("none", 8)])).toEqual([]); // prettier-ignore
  expect(alone([fed("melon-rind", "whole", 0), look([{ of: "foodLeft", foodLeft: "none", place: 1, because: "slip" }], 3)])).toEqual([]); // prettier-ignore
  const many = entry({ kind: "fed", place: 1, parts: ["melon-rind", "tea-leaves"].map((materialId) => ({ materialId, amount: kilograms(0.1), preparation: "whole" })) }, 0); // prettier-ignore
  expect(alone([many, left("none", 8)])).toEqual([]);
  expect(alone([fed("melon-rind", "whole", 0), left("none", 60)])).toEqual([]);
});

test("over random looks the truth lies within what is said of it, and the middle comes near it", () => {
  for (let seed = 0; seed < 40; seed += 1) {
    const chance = seeded(`gone/${seed}`);
    const truth = 3 + Math.floor(chance() * 12);
    const log = [];
    let day = 0;
    for (let meal = 0; meal < 12; meal += 1) {
      log.push(fed("melon-rind", "chopped", day));
      let looked = day;
      do {
        looked += 1 + Math.floor(chance() * 4);
        log.push(left(looked - day >= truth ? "none" : "half", looked));
      } while (looked - day < truth);
      day = looked;
    }
    const [said] = daysToGone(log, setup);
    expect([seed, said!.low <= truth, truth <= said!.high, Math.abs(said!.days - truth) <= 1.6]).toEqual([seed, true, true, true]); // prettier-ignore
  }
});
