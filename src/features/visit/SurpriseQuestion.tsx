"use client";
import type { Surprise } from "@/core/expectation/expectation";
import { saySurprise } from "@/core/twin/ahead/words";
import { Choice } from "@/ui/choice/Choice";
import { BecauseMark } from "@/ui/marks/BecauseMark";
import type { Because } from "@/vocabulary/readings";
import { BECAUSE } from "@/vocabulary/readings";
import type { VisitInHand } from "./useVisit";
import { subjectOf } from "./visitTyped";
import styles from "./Visit.module.css";

/** What may have happened, in the words of what was read: water where there is more or less of it, hands where food or matter is. */
function labels({ of, isMore }: Surprise): Record<Because, string> {
  const water = of === "foodLeft" || of === "handful" || of === "ripeness" || of === "smell";
  return {
    water: water ? "rain or a leak did it" : isMore ? "rain, a leak, a spill" : "a draught, lid ajar",
    others: isMore ? "someone put in" : "someone took out",
    slip: "my hand slipped",
    so: "it is so",
  };
}

/** A reading beyond nearly all forecasts is told, and one question asked: the answer says what is learned from it. */
export function SurpriseQuestion({
  surprise,
  visit,
}: {
  readonly surprise: Surprise;
  readonly visit: VisitInHand;
}) {
  const { typed, set } = visit;
  const subject = subjectOf(surprise);
  const chosen = typed.because?.[subject];
  if (!surprise.isAsked && chosen === undefined)
    return <p className={styles.surprise}>{saySurprise(surprise)}</p>;
  const words = labels(surprise);
  return (
    <div className={styles.surprise}>
      <Choice
        title={`${saySurprise(surprise).split(":")[0]}. What happened?`}
        name={`because-${subject.replaceAll(" ", "-")}`}
        options={BECAUSE.map((value) => ({
          value,
          label: words[value],
          mark: <BecauseMark because={value} />,
        }))}
        chosen={chosen}
        onChoose={(value) =>
          set((before) => {
            const { [subject]: _, ...rest } = before.because ?? {};
            return { ...before, because: value === undefined ? rest : { ...rest, [subject]: value } };
          })
        }
      />
    </div>
  );
}
