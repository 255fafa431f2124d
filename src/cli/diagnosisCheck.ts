import { CASES, isHeldOut } from "@/core/trouble/cases";
import { judgeCases } from "@/core/trouble/judge";

/*
 * `npm run diagnosis:check`: made-up cases through the ranking of causes; how often the first cause named is first or second, on
 * what was tuned on and on the third that was held out, and what was missed and why.
 */
const all = judgeCases(CASES);
for (const [name, some] of [
  ["tuned on", all.filter((_, at) => !isHeldOut(at))],
  ["held out", all.filter((_, at) => isHeldOut(at))],
] as const) {
  const first = some.filter(({ rank }) => rank === 1).length;
  const near = some.filter(({ rank }) => rank <= 2).length;
  const whole = some.filter(({ allFound }) => allFound).length;
  console.log(
    `${name}: ${some.length} cases; first ${first}, first or second ${near} (${Math.round((100 * near) / some.length)} %); every cause among those shown ${whole}`,
  );
  for (const { about, was, shown, rank } of some.filter((one) => one.rank > 2))
    console.log(
      `  missed: ${about} (${was.join(", ")}) came ${rank > 90 ? "not at all" : `at ${rank}`}; shown ${shown.join(", ")}`,
    );
}
process.exitCode =
  all.filter(({ rank }, at) => isHeldOut(at) && rank <= 2).length >=
  0.9 * all.filter((_, at) => isHeldOut(at)).length
    ? 0
    : 1;
