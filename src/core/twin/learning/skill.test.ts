import { passDay } from "../ensemble/passDay";
import { follow, passMoments } from "../log/follow";
import { leftOfFortnight, syntheticBin } from "../proof/synthetic";

/* In the long run; `npm run model:skill` prints the whole. */

test("synthetic bins are forecast better by the twin that read them than by the one that did not", () => {
  const errors = { read: 0, unread: 0 };
  for (let number = 0; number < 9; number += 1) {
    const bin = syntheticBin(number);
    const from = bin.visits[19]!;
    const fed = bin.script.bin.arrangement === "single" ? 0 : 1;
    for (const by of ["read", "unread"] as const) {
      const learns = by === "read";
      const ensemble = follow(bin.script, from, { seed: number, size: 90, learns });
      for (let day = from; day < from + 14; day += 1) {
        passMoments(
          ensemble,
          bin.script.days.filter((one) => one.day === day),
          learns && day === from,
        );
        passDay(ensemble);
      }
      const left = ensemble.lines
        .map((_, member) => leftOfFortnight(ensemble, member, fed, from + 14))
        .toSorted((a, b) => a - b)[45]!;
      errors[by] += Math.abs(left - bin.truth[from + 14]!.left);
    }
  }
  expect(errors.read).toBeLessThan(0.9 * errors.unread);
});
