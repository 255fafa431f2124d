import { entry, newTub, setupOf, START } from "../../../tests/log";
import { brought } from "../../../tests/twinLog";
import { replay } from "./replay";
import { addDays } from "../calendar/day";
import { materialsFor } from "../catalogue/material";
import { decide } from "../decision/decide";
import { twinExpectation } from "../twin/ahead/expect";
import { beddingHere } from "./beddingHere";

const laid = (materialId: string, day: number, more: object = {}) =>
  entry({ kind: "bedded", parts: [{ materialId, amount: { massKg: 0.4, measuredBy: "weighed" } }], ...more } as never, day); // prettier-ignore
const stateOf = (...log: ReturnType<typeof laid>[]) => replay([...newTub(), ...log]);

test("what was laid last is laid again, for what it is fit for; card where nothing is known", () => {
  expect(beddingHere({}, "damp")).toBe("cardboard-corrugated");
  const hemp = stateOf(laid("hemp-hurd", 5), laid("coir", 6, { isCover: true }));
  expect(beddingHere(hemp, "dry")).toBe("hemp-hurd");
  expect(beddingHere(hemp, "cover")).toBe("coir");
  // Damp stuff soaks up nothing, grit holds no water, and what harms is not laid again.
  const damp = { laid: { damp: "leaf-mould" } };
  expect([beddingHere(damp, "dry"), beddingHere(damp, "cover")]).toEqual([
    "cardboard-corrugated",
    "leaf-mould",
  ]);
  for (const id of ["cedar-aromatic", "garden-soil", "rice-hulls"])
    expect(beddingHere({ laid: { dry: id, damp: id, cover: id } }, "damp")).toBe("cardboard-corrugated");
});

test("law: of any one bedding a keeper ever laid, no step proposes another that nobody named", () => {
  for (const { id } of materialsFor("bedding")) {
    const setup = setupOf("tub");
    const log = [
      ...newTub(0.5, setup).map((one) => (one.kind === "bedded" ? { ...one, parts: one.parts.map((part) => ({ ...part, materialId: id })) } : one)),
      laid(id, 3), laid(id, 4, { isCover: true }),
    ]; // prettier-ignore
    const named = new Set([id, "cardboard-corrugated"]);
    for (const use of ["dry", "damp", "cover"] as const)
      expect([id, named.has(beddingHere(replay(log), use))]).toEqual([id, true]);
  }
  const log = [...newTub(0.5).map((one) => (one.kind === "bedded" ? { ...one, parts: one.parts.map((part) => ({ ...part, materialId: "hemp-hurd" })) } : one))]; // prettier-ignore
  const now = brought(log, 60);
  const { steps } = decide(twinExpectation(now, addDays(START, 60)), now.practice, [{ of: "squeeze", squeeze: "manyDrops" }, { of: "smell", smell: "earthy" }], addDays(START, 60)); // prettier-ignore
  const bedding = steps.filter(({ kind }) => kind === "addDryBedding" || kind === "cover");
  expect(bedding.length).toBeGreaterThan(0);
  for (const { materialId = "hemp-hurd" } of bedding)
    expect(["hemp-hurd", "cardboard-corrugated"]).toContain(materialId);
});
