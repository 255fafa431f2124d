import { ownFacts } from "./ownTyped";
import { guidePages } from "@/core/guide/pages";
import { pantryOf } from "@/core/catalogue/pantry";
import { ownMaterialSchema } from "@/records/material";

const typed = {
  use: "food" as const,
  name: "Oat pulp",
  water: "72",
  litreWeight: "860 g",
  carbon: "45",
  nitrogen: "3,1",
  note: "",
};
const faults = (changes: Partial<typeof typed>) => {
  const outcome = ownFacts({ ...typed, ...changes }, "metric");
  return outcome.ok ? {} : outcome.problem.fields;
};

test("an own material in the units it was weighed in", () => {
  expect(ownFacts(typed, "metric")).toEqual({
    ok: true,
    value: {
      use: "food",
      name: "Oat pulp",
      moisture: 0.72,
      densityKgPerL: 0.86,
      carbonPctDm: 45,
      nitrogenPctDm: 3.1,
    },
  });
  const us = ownFacts({ ...typed, litreWeight: "30" }, "us");
  expect(us.ok && us.value.densityKgPerL).toBeCloseTo(0.8505 / 0.946353, 4);
});
test("every figure is asked back at its own field", () => {
  expect(
    Object.keys(faults({ water: "a lot", name: " ", nitrogen: "90", litreWeight: "" })).toSorted(),
  ).toEqual(["litreWeight", "name", "nitrogen", "water"]);
  expect(faults({ carbon: "94", nitrogen: "19" }).nitrogen).toMatch(/more than all/);
  expect(faults({ litreWeight: "9 kg" }).litreWeight).toMatch(/between 5 g and 3 kg/);
  expect(faults({ litreWeight: "2 L" }).litreWeight).toMatch(/volume/);
});
test("the guide has a page for everything, each once, own materials among them", () => {
  const own = ownMaterialSchema.parse({
    schemaVersion: 1, rowId: "r", id: "i", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "d",
    materialId: "own-oat-pulp-k3xq", use: "food", name: "Oat pulp", moisture: 0.72, densityKgPerL: 0.86, carbonPctDm: 45, nitrogenPctDm: 3.1,
  }); // prettier-ignore
  const pages = guidePages(pantryOf([own]));
  expect(new Set(pages.map(({ key }) => key)).size).toBe(pages.length);
  expect(pages.find(({ key }) => key === "food/own-oat-pulp-k3xq")?.title).toBe("Oat pulp");
  expect(pages.length).toBeGreaterThan(420);
  for (const page of pages) expect(page.title.length).toBeGreaterThan(2);
});

test("in quarts as in litres: what a jar of it weighs is the same stuff", () => {
  const typed = { use: "bedding", name: "Sacking", water: "10", carbon: "45", nitrogen: "0.4", note: "", litreWeight: "120" } as never; // prettier-ignore
  const metric = ownFacts(typed, "metric");
  const us = ownFacts(
    { ...(typed as object), litreWeight: String((120 * 0.946353) / 28.349523) } as never,
    "us",
  );
  if (!metric.ok || !us.ok) throw new Error("not read");
  expect(us.value.densityKgPerL).toBeCloseTo(metric.value.densityKgPerL, 5);
});
