"use client";
import { speciesOf } from "@/core/catalogue/species";
import type { BinToday } from "@/core/round/round";
import { HARM_WORDS, LIVING_WORDS, sayDead } from "@/core/trouble/deadWords";
import type { Harm, Living } from "@/core/trouble/isItDead";
import { AS_TROUBLE, HARMS, isItDead, LIVING } from "@/core/trouble/isItDead";
import { spokenDay } from "@/core/calendar/day";
import { ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { useGuarded } from "@/ui/useGuarded";
import Button from "@mui/material/Button";
import { useState } from "react";
import styles from "./Trouble.module.css";

/** After frost, heat, drought, flood or poison: what is dead, what to keep, when to look for hatchlings, when to buy. */
export function IsItDead({ one }: { readonly one: BinToday }) {
  const { today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const { bin, state, expectation } = one;
  const [harm, setHarm] = useState<Harm>();
  const [living, setLiving] = useState<Living>();
  const [cocoons, setCocoons] = useState<"yes" | "no">();
  const answer =
    harm && living
      ? isItDead(
          harm,
          living,
          cocoons === "yes",
          speciesOf(state.worms.speciesId),
          expectation.temperatureC.middle,
          today,
        )
      : undefined;
  const said = answer && harm && sayDead(answer, harm, today);
  const save = () =>
    guarded(async () => {
      if (!answer || !harm || !living) return;
      const { sign, cause } = AS_TROUBLE[harm];
      await keep(
        `${bin.name}: look for life ${spokenDay(answer.lookOn, today)}`,
        await author.entries(ofBin(bin.id), today, [
          {
            kind: "diagnosed",
            signs: living === "many" ? [sign] : [sign, "few-worms"],
            causes: [cause],
            lookOn: answer.lookOn,
            note: `${HARM_WORDS[harm]}; alive: ${LIVING_WORDS[living]}`,
          },
        ]),
      );
    });
  return (
    <details className={styles.dead}>
      <summary>Is it dead? After frost, heat, drought, flood or poison</summary>
      <p className={styles.quiet}>
        Look through three handfuls slowly, from the depth and the corners too: cold worms lie still, and wake
        in a warm hand.
      </p>
      <Choice
        title="What happened"
        name="harm"
        options={HARMS.map((value) => ({ value, label: HARM_WORDS[value] }))}
        chosen={harm}
        onChoose={setHarm}
      />
      <Choice
        title="Alive you found"
        name="living"
        options={LIVING.map((value) => ({ value, label: LIVING_WORDS[value] }))}
        chosen={living}
        onChoose={setLiving}
      />
      <Choice
        title="Cocoons, like lentils, amber"
        name="cocoons"
        options={[
          { value: "yes", label: "some" },
          { value: "no", label: "none, or not looked for" },
        ]}
        chosen={cocoons}
        onChoose={setCocoons}
      />
      {said && answer && (
        <div aria-live="polite">
          <p className={styles.further}>
            <b>{said.verdict}</b>
          </p>
          <h3>Now</h3>
          <ol className={styles.aid}>
            {said.now.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
          <h3>Then</h3>
          <ol className={styles.aid}>
            {said.then.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
          <Button variant="contained" disabled={isBusy} onClick={() => void save()}>
            Remind me {spokenDay(answer.lookOn, today)}
          </Button>
        </div>
      )}
    </details>
  );
}
