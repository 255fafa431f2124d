import { CAUSES, SIGNS } from "../catalogue/guideTables";
import { inUnits } from "./inUnits";

test("figures of the tables are said in the keeper's units, spans with one unit, the rest word for word", () => {
  const said = (sentence: string) => [inUnits(sentence, "metric"), inUnits(sentence, "us")];
  expect(said("Bring to 18-25 C and wait")).toEqual([
    "Bring to 18–25 °C and wait",
    "Bring to 64–77 °F and wait",
  ]);
  expect(said("past 30 C; above about 35 °C they die.")).toEqual([
    "past 30 °C; above about 35 °C they die.",
    "past 86 °F; above about 95 °F they die.",
  ]);
  expect(said("under 2-3 cm of bedding")).toEqual(["under 2–3 cm of bedding", "under ¾–1¼ in of bedding"]);
  expect(said("mesh of 6 mm")).toEqual(["mesh of 6 mm", "mesh of ¼ in"]);
  expect(said("400 to 600 g in 10 L")).toEqual(["400–600 g in 10 L", "14 oz to 1 lb 5 oz in 2¾ gal"]);
  expect(said("7-10 kg")[1]).toMatch(/^\d+–\d+ lb$/);
  for (const sentence of ["Vitamin C is no cure", "2 to 3 weeks", "5 Cores", "1 kg/m² of worms", "40 cmx"])
    expect(said(sentence)).toEqual([sentence, sentence]);
});

test("no sentence on signs and causes names a metric figure to a keeper who measures in inches, nor loses a word", () => {
  const sentences = [
    ...SIGNS.flatMap(({ name, description }) => [name, description]),
    ...CAUSES.flatMap(({ name, mechanism, firstAid, cure, doNot, prevents, safety }) => [name, mechanism, ...firstAid, ...cure, ...doNot, prevents, safety]),
  ]; // prettier-ignore
  const words = (text: string) => text.replace(/[\d.,¼½¾–-]+ ?(?:°?[CF]|cm|mm|kg|in|ft|lb|oz)?/g, "#");
  const changed = sentences.filter((sentence) => inUnits(sentence, "us") !== sentence);
  expect(changed.length).toBeGreaterThan(8);
  for (const sentence of sentences) {
    const us = inUnits(sentence, "us");
    expect(us).not.toMatch(/\d ?(°?C|cm|mm|kg)\b/);
    expect(inUnits(us, "us")).toBe(us);
    expect(words(us).replace(/[# ]+/g, " ")).toBe(words(sentence).replace(/[# ]+/g, " "));
  }
});
