"use client";
import { FOOD_LEFT_WORDS, RIPENESS_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "@/core/words/readings";
import { heardKey } from "@/core/bin/state";
import { fedCompartment, harvestCompartment } from "@/core/bin/system";
import type { Expectation } from "@/core/expectation/expectation";
import { squeezeAt, squeezeInterval } from "@/core/moisture/squeeze";
import { formatPercentRange } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { QuantityField } from "@/ui/field/QuantityField";
import { Fist } from "@/ui/marks/Fist";
import { FoodLeftMark, SmellMark, WarmthMark } from "@/ui/marks/Sense";
import type { Squeeze } from "@/vocabulary/readings";
import {
  FOOD_LEFT,
  foodLeftAt,
  RIPENESSES,
  ripenessAt,
  SMELLS,
  SQUEEZES,
  warmthAt,
  WARMTHS,
} from "@/vocabulary/readings";
import { useState } from "react";
import { SignChoice } from "./SignChoice";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

/** Smell, squeeze, food left, warmth, creatures: each one pictured choice. */
export function Senses({
  visit,
  expectation,
}: {
  readonly visit: VisitInHand;
  readonly expectation: Expectation;
}) {
  const { units } = useSession();
  const { typed, set, fault } = visit;
  const faultAt = (field: string) => (fault?.field === field ? fault.sentence : undefined);
  const ripe = visit.practice && harvestCompartment(visit.practice.setup);
  const choose =
    <K extends "smell" | "warmth" | "ripeness">(field: K) =>
    (value: (typeof typed)[K] | undefined) =>
      set((before) => {
        const { [field]: _, ...rest } = before;
        return value === undefined ? (rest as typeof before) : { ...before, [field]: value };
      });
  return (
    <div className={styles.senses}>
      <Choice
        title="Smell"
        name="smell"
        options={SMELLS.map((value) => ({
          value,
          label: SMELL_WORDS[value].replace("sharp, ", ""),
          mark: <SmellMark smell={value} />,
        }))}
        chosen={typed.smell}
        expected="earthy"
        onChoose={choose("smell")}
      />
      <SqueezeChoice visit={visit} expectation={expectation} />
      {visit.places.map(({ key, place, expected }) => (
        <Choice
          key={key}
          title={`Food left at ${place}`}
          name={`food${place}`}
          options={FOOD_LEFT.map((value) => ({
            value,
            label: FOOD_LEFT_WORDS[value],
            mark: <FoodLeftMark foodLeft={value} />,
          }))}
          chosen={typed.foodLeft[key]}
          expected={expected && foodLeftAt(expected.left.middle)}
          note={noteOf(visit, heardKey("foodLeft", ...partAndPlace(key)))}
          onChoose={(value) =>
            set((before) => {
              const { [key]: _, ...rest } = before.foodLeft;
              return { ...before, foodLeft: value === undefined ? rest : { ...rest, [key]: value } };
            })
          }
        />
      ))}
      <Choice
        title="A hand laid on it"
        name="warmth"
        options={WARMTHS.map((value) => ({ value, label: value, mark: <WarmthMark warmth={value} /> }))}
        chosen={typed.warmth}
        expected={warmthAt(expectation.temperatureC.middle)}
        onChoose={choose("warmth")}
      />
      <Choice
        title={ripe?.name ? `How far it is, in the ${ripe.name}` : "How far it is"}
        name="ripeness"
        options={RIPENESSES.map((value) => ({ value, label: RIPENESS_WORDS[value] }))}
        chosen={typed.ripeness}
        expected={ripenessAt(expectation.ripeness.middle)}
        note={ripe && noteOf(visit, heardKey("ripeness", ripe.id))}
        onChoose={choose("ripeness")}
      />
      <div className={styles.measured}>
        <QuantityField
          label="Probe, in the middle"
          dimension="temperature"
          unit={DEFAULT_UNIT[units].temperature}
          typed={typed.temperature}
          onTyped={(temperature) => set((before) => ({ ...before, temperature }))}
          fault={faultAt("temperature")}
        />
        <QuantityField
          label="In a handful"
          dimension="count"
          unit="worms"
          typed={typed.handful}
          onTyped={(handful) => set((before) => ({ ...before, handful }))}
          fault={faultAt("handful")}
          helper="out of the middle, two cupped hands"
        />
      </div>
      <SignChoice signs={typed.signs} onSigns={(signs) => set((before) => ({ ...before, signs }))} />
    </div>
  );
}

const partAndPlace = (key: string): [string, number] => {
  const [part = "", place] = key.split("/");
  return [part, Number(place)];
};
/** What was said of it so far, and what is made of that. */
function noteOf({ heard }: VisitInHand, key: string): string | undefined {
  const note = heard.get(key);
  return note && [note.read, note.makes].filter(Boolean).join("; ");
}

/** The squeeze, of the part one feeds; where there are several, of whichever was squeezed. */
function SqueezeChoice({
  visit,
  expectation,
}: {
  readonly visit: VisitInHand;
  readonly expectation: Expectation;
}) {
  const { typed, set, practice } = visit;
  const fed = practice && fedCompartment(practice.setup).id;
  const [part, setPart] = useState<string>();
  const at = part ?? fed;
  const isFed = at === fed;
  const chosen = isFed ? typed.squeeze : at === undefined ? undefined : typed.squeezes?.[at];
  const interval = chosen && squeezeInterval(chosen);
  const band = isFed
    ? expectation.moisture
    : expectation.twin?.compartments.find(({ id }) => id === at)?.moisture;
  const choose = (value: Squeeze | undefined) =>
    set((before) => {
      if (isFed) {
        const { squeeze: _, ...rest } = before;
        return value === undefined ? rest : { ...before, squeeze: value };
      }
      const { [at!]: _, ...others } = before.squeezes ?? {};
      return { ...before, squeezes: value === undefined ? others : { ...others, [at!]: value } };
    });
  const parts = practice?.setup.compartments ?? [];
  return (
    <div>
      {parts.length > 1 && (
        <div className={styles.parts} role="group" aria-label="Which part was squeezed">
          {parts.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === at}
              data-read={id === fed ? typed.squeeze !== undefined : typed.squeezes?.[id] !== undefined}
              onClick={() => setPart(id)}
            >
              {name ?? id}
            </button>
          ))}
        </div>
      )}
      <Choice
        key={at}
        title={
          isFed
            ? "A handful, squeezed"
            : `A handful of the ${parts.find(({ id }) => id === at)?.name ?? at}, squeezed`
        }
        name="squeeze"
        options={SQUEEZES.map((value) => ({
          value,
          label: SQUEEZE_WORDS[value],
          mark: <Fist squeeze={value} />,
        }))}
        chosen={chosen}
        expected={band && squeezeAt(band.middle)}
        onChoose={choose}
        aside={interval ? `${formatPercentRange(interval.low, interval.high)} water` : undefined}
        note={at && noteOf(visit, heardKey("squeeze", at))}
      />
    </div>
  );
}
