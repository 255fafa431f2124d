import { GLOSSARY } from "./glossary";
import { AT, emptyMember, MARKER_AT, MARKER_SIZE, MARKERS, STRIDE } from "./state";

test("every field has its place, its unit or what is counted, and none is told twice", () => {
  const fields = Object.entries(GLOSSARY);
  expect(Object.keys(AT)).toEqual(fields.map(([name]) => name));
  expect(Object.values(AT)).toEqual(fields.map((_, at) => at));
  expect([MARKER_AT, STRIDE]).toEqual([fields.length, fields.length + MARKERS * MARKER_SIZE]);
  for (const [name, words] of fields)
    expect(`${name} ${words}`).toMatch(/: |cocoons|, head|^LS|^PH|share|hatched|−ln/);
  expect(new Set(fields.map(([, words]) => words)).size).toBe(fields.length);
});

test("an empty bin has the air's warmth and multipliers of one; all pools are nought", () => {
  const empty = emptyMember(13.5);
  const set = Object.entries(AT).filter(([, at]) => empty[at] !== 0);
  expect(Object.fromEntries(set.map(([name, at]) => [name, empty[at]]))).toEqual({
    KP: 1, WB: 3, DB: 60, WI: 0.3, T: 13.5, TD: 13.5, kI: 1, kE: 1, kD: 1, kO: 1, kP: 1, kH: 1,
  }); // prettier-ignore
});
