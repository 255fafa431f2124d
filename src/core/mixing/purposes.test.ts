import { squeezeAt, squeezeInterval } from "../moisture/squeeze";
import { MIX_PURPOSES, purposeAt, SCHOOLS_MOISTURE, WETNESS } from "./purposes";

test("each purpose is as wet as its drops say, the wetter the more drops, within what keepers ask", () => {
  const moistures = MIX_PURPOSES.map((one) => WETNESS[one].moisture);
  expect(moistures).toEqual(moistures.toSorted((a, b) => a - b));
  for (const one of MIX_PURPOSES) {
    const { moisture, squeeze } = WETNESS[one];
    expect(squeezeAt(moisture)).toBe(squeeze);
    const { low, high } = squeezeInterval(squeeze);
    expect(moisture >= low && moisture <= high).toBe(true);
    expect(purposeAt(moisture)).toBe(one);
    if (one !== "soak")
      expect(moisture >= SCHOOLS_MOISTURE.low && moisture <= SCHOOLS_MOISTURE.high).toBe(true);
  }
  expect(purposeAt(0.7)).toBeUndefined();
});
