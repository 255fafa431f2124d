import { LOG, LOT_LOG, TUB_LOG } from "../../../tests/everyKind";
import { FOUND_LOG } from "../../../tests/foundLog";
import { entry, kilograms, meal, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import type { Entry } from "@/records/entry";
import { sayEntry } from "./entry";

const said = (one: Entry, units: "metric" | "us" = "metric") => {
  const { verb, rest } = sayEntry(one, units);
  return `${verb} ${rest}`.trim();
};

test("every kind of entry is said in words a keeper knows: no key, no hole, no silly digits, in both unit systems", () => {
  for (const units of ["metric", "us"] as const)
    for (const one of [...LOG, ...FOUND_LOG, ...LOT_LOG, ...TUB_LOG]) {
      const text = said(one, units);
      expect([text, /undefined|NaN|\[object|[a-z]{2}[A-Z]|\d\.\d{3}(?! kg)|\d\.\d{4}/.test(text)]).toEqual([
        text,
        false,
      ]);
      expect(text).toMatch(/^[a-z]/);
    }
});

test("amounts are said in the units one keeps; a share as a percentage", () => {
  const watered = LOG.find(({ kind }) => kind === "watered")!;
  expect(said(watered)).toBe("watered 350 mL");
  expect(said(watered, "us")).toMatch(/^watered (12 fl oz|1½ cups?)$/);
  const weighed = LOG.find(({ kind }) => kind === "weighed")!;
  expect(said(weighed)).toMatch(/^weighed 12(\.0)? kg net$/);
  expect(said(weighed, "us")).toMatch(/lb/);
  expect(said(LOG.find(({ kind }) => kind === "tipped")!)).toBe("tipped 33 % out");
});

test("a meal names its place and each of its parts; what was only seen not to be there is said so", () => {
  expect(said(meal(0.4, 3, 12))).toMatch(/^fed 400 g .*scraps at place 3$/i);
  const cover = entry({
    kind: "bedded",
    isCover: true,
    parts: [{ materialId: "leaf-mould", amount: kilograms(0.2) }],
  });
  expect(said(cover)).toMatch(/^covered 200 g leaf mould$/);
  const looked = entry({
    kind: "looked",
    lid: "lifted",
    readings: [{ of: "sign", sign: "fruit-flies", isPresent: false }],
  });
  expect(said(looked)).toBe("looked no fruit flies");
  expect(said(entry({ kind: "looked", lid: "closed", readings: [] }))).toBe("quiet check all as expected");
});

test("a rest says until when, and waking says so", () => {
  const rest = (changes: object) => said(entry({ kind: "altered", changes }));
  expect(rest({ resting: true, restingUntil: addDays(START, 30) })).toMatch(/^set-up resting until /);
  expect(rest({ resting: false })).toBe("set-up awake again");
});
