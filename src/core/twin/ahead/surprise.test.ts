import { look } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { withReadings } from "../log/now";
import { answered, becauseWords, subjectOf } from "./surprise";

test("a reading kept outside a visit is asked about, and its answer is written to it and to no other", () => {
  const calm = fedTub(10, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
  const kept = look([{ of: "squeeze", squeeze: "dust" }, { of: "smell", smell: "earthy" }], 80); // prettier-ignore
  const now = brought([...calm, kept], 80);
  const asked = now.surprises.find(({ of }) => of === "squeeze")!;
  expect(asked).toMatchObject({ isMore: false, isAsked: true });
  expect(becauseWords(asked, false).water).toMatch(/draught/);
  // Rain is offered where it can come, and never for warmth.
  const words = (of: "squeeze" | "warmth" | "foodLeft", underSky: boolean) =>
    becauseWords({ of, isMore: true, beyond: 1, isAsked: true }, underSky).water;
  expect([words("squeeze", true), words("foodLeft", true)]).toEqual([expect.stringMatching(/rain/), expect.stringMatching(/rain/)]); // prettier-ignore
  for (const said of [words("squeeze", false), words("foodLeft", false), words("warmth", true)])
    expect(said).not.toMatch(/rain/);
  const told = answered(kept, asked, "slip")!;
  expect(told).toMatchObject({
    id: kept.id,
    readings: [{ of: "squeeze", because: "slip" }, { of: "smell" }],
  });
  expect((told as typeof kept & { kind: "looked" }).readings[1]).not.toHaveProperty("because");
  // Kept so, it is asked about no more, and moves the forecast as little as if it had not been read.
  const after = brought([...calm, told], 80);
  expect(after.surprises.some(({ isAsked }) => isAsked)).toBe(false);
  expect(withReadings(after, []).state.moisture?.squeeze).not.toBe("dust");
});

test("a look's own place and part are those of its readings", () => {
  const at = look([{ of: "foodLeft", foodLeft: "none" }], 80, { place: 3 });
  expect(
    answered(at, { of: "foodLeft", isMore: false, beyond: 1, isAsked: true, place: 3 }, "others"),
  ).toBeDefined();
  expect(
    answered(at, { of: "foodLeft", isMore: false, beyond: 1, isAsked: true, place: 2 }, "others"),
  ).toBeUndefined();
  expect(subjectOf({ of: "fillDepth" })).toBe("depth");
  expect(subjectOf({ of: "squeeze", compartmentId: "c2" })).toBe("squeeze c2");
});
