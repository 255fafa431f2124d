"use client";
import type { Surprise } from "@/core/expectation/expectation";
import { isUnderSky } from "@/core/expectation/climate";
import { becauseWords, subjectOf } from "@/core/twin/ahead/surprise";
import { saySurprise } from "@/core/twin/ahead/words";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { BecauseMark } from "@/ui/marks/BecauseMark";
import { BECAUSE } from "@/vocabulary/readings";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

/** A reading beyond nearly all forecasts is told, and one question asked: the answer says what is learned from it. */
export function SurpriseQuestion({
  surprise,
  visit,
  roomId,
}: {
  readonly surprise: Surprise;
  readonly visit: VisitInHand;
  readonly roomId: string | undefined;
}) {
  const { rooms } = useSession();
  const { typed, set } = visit;
  const subject = subjectOf(surprise);
  const chosen = typed.because?.[subject];
  if (!surprise.isAsked && chosen === undefined)
    return <p className={styles.surprise}>{saySurprise(surprise)}</p>;
  const words = becauseWords(surprise, isUnderSky(rooms, roomId));
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
