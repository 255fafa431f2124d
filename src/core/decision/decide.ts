import type { Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Expectation } from "../expectation/expectation";
import type { Practice } from "../practice/practice";
import { CORRECTIONS } from "./corrections";
import type { Decision } from "./decision";
import type { Rule } from "./rules";
import { OTHERWISE, RULES } from "./rules";
import type { Situation } from "./situation";
import { situationOf } from "./situation";

/**
 * What to do at a bin today: an ordered list of at most eight steps (first aid has as many as it needs) and the answers to the
 * signs that were seen, each with amount, place, reason and evidence, and the day to come back. Pure, never throws: the first
 * of `RULES` that has something to say, then `CORRECTIONS`. What the log says was read today counts like readings in hand.
 * Without either it answers from the expectation, which is how the round is planned.
 *
 * Laws (tested): amounts are finite and never negative; a wetter reading never asks for more water; more worms never
 * give a smaller ration; more food left never gives a larger one; readings in hand and the same readings kept say the same.
 */
export function decide(
  expectation: Expectation,
  known: Practice,
  readings: readonly Reading[],
  today: LocalDate,
): Decision {
  const situation = situationOf(expectation, known, readings, today);
  const [said, rule] = firstToSay(situation);
  if (rule.isLast) return said;
  return CORRECTIONS.reduce((decision, corrects) => corrects(decision, situation, rule), said);
}

function firstToSay(situation: Situation): readonly [Decision, Rule] {
  for (const rule of RULES) {
    const said = rule.says(situation);
    if (said) return [said, rule];
  }
  return [OTHERWISE.says(situation), OTHERWISE];
}
